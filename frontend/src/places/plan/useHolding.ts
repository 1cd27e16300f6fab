/** Holding values of the open situation, releasing them, asking for some, and following another school. */
import type { Ref } from 'vue'
import type { Pin, PlannedSituation, Requests } from '@/api/types'
import { answered } from '@/planning/ownSchools'
import { type Changes, repinned, withoutPin, withPins } from '@/planning/pins'
import { asking } from '@/planning/requests'
import { useFoundation } from '@/planning/useFoundation'
import { edit } from '@/saving/undo'
import { tables } from '@/shared/tables'

/** letGo: what was under the pointer is saved, or given up. */
export function useHolding(planned: Ref<PlannedSituation | null>, letGo: () => void) {
  const foundation = useFoundation()

  function savePins(next: Pin[], key: string | null = null): void {
    letGo()
    if (planned.value) edit('situations', repinned(planned.value, next), key)
  }

  const held = (): Pin[] => planned.value?.pins ?? []
  const hold = (changes: Changes): void => savePins(withPins(held(), changes), `pins/${Object.keys(changes).join()}`)
  const release = (setting: string): void => savePins(withoutPin(held(), setting))
  const releaseAll = (): void => savePins([])

  function follow(question: string, school: string): void {
    if (!planned.value) return
    const page = tables.value?.schools.find((each) => each.id === question)
    if (!page) return
    const { preferences } = planned.value
    const own = foundation.under(planned.value)?.schools ?? {}
    edit('situations', { ...planned.value, preferences: { ...preferences, ...answered(preferences, page, school, own) } })
  }

  /** What is asked for here; null where nothing is any more. */
  function ask(changes: Partial<Requests>): void {
    if (planned.value) edit('situations', asking(planned.value, changes), `requests/${Object.keys(changes).join()}`)
  }

  return { hold, release, releaseAll, follow, ask }
}
