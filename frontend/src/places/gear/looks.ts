/** What an own look is called before anybody names it. */
import type { NamedLook } from '@/api/types'

/** A name no look has yet. */
export function freshName(looks: readonly Pick<NamedLook, 'name'>[]): string {
  let number = looks.length + 1
  while (looks.some((look) => look.name === `Look ${number}`)) number += 1
  return `Look ${number}`
}
