/** Copies of documents: a shoot comes with its situations, everything else alone. Each copy is one step of undo. */
import type { Body, Lens, Shoot } from '@/api/types'
import { currentOf, useEntries } from '@/saving/documents'
import { plainCopy } from '@/saving/merge'
import { edit, together } from '@/saving/undo'
import { newId } from '@/shared/ids'

const MOST_LETTERS = 120
export const copyName = (name: string): string => `${name.slice(0, MOST_LETTERS - 6)}, copy`

export function useCopies() {
  const situations = useEntries('situations')

  /** A shoot with its situations; from a template it is a shoot of its own, on no day yet. Returns its id. */
  function copyShoot(shoot: Shoot): string {
    const id = newId()
    together(`copying “${shoot.title}”`, () => {
      const title = shoot.template ? shoot.title : copyName(shoot.title)
      edit('shoots', { ...plainCopy(shoot), id, title, template: false, archived: false, ...(shoot.template ? { date: null } : {}) })
      for (const entry of situations.value) {
        const planned = currentOf(entry)!
        if (planned.shoot_id !== shoot.id) continue
        const copy = plainCopy(planned)
        edit('situations', { ...copy, shoot_id: id, situation: { ...copy.situation, id: newId() } })
      }
    })
    return id
  }
  function copyBody(body: Body): string {
    const id = newId()
    edit('bodies', { ...plainCopy(body), id, name: copyName(body.name), archived: false })
    return id
  }
  function copyLens(lens: Lens): string {
    const id = newId()
    edit('lenses', { ...plainCopy(lens), id, name: copyName(lens.name), archived: false })
    return id
  }
  return { copyShoot, copyBody, copyLens }
}
