/** Adding, copying, moving and deleting the situations of a shoot, and going from one to the next. */
import { useRouter } from 'vue-router'
import type { PlannedSituation, Shoot } from '@/api/types'
import { currentDocument } from '@/saving/documents'
import { plainCopy } from '@/saving/merge'
import { edit, removeWithUndo, together } from '@/saving/undo'
import { newId } from '@/shared/ids'
import type { Ref } from 'vue'
import { useFoundation } from '@/planning/useFoundation'
import { newSituation } from '@/planning/newSituation'
import type { Hours } from './strip/blocks'

/** The same situation at other hours. */
export function timedAt(each: PlannedSituation, hours: Hours): PlannedSituation {
  return { ...each, situation: { ...each.situation, starts_at_min: hours.from, ends_at_min: hours.to } }
}

/** place: where the open situation stands among them; opened: called with a new one to be described. */
export function useSituationEdits(
  shootId: () => string,
  shoot: Ref<Shoot | null>,
  situations: Ref<PlannedSituation[]>,
  planned: Ref<PlannedSituation | null>,
  place: Ref<number>,
  opened: () => void,
  failed: (message: string) => void,
) {
  const router = useRouter()
  const foundation = useFoundation()

  function moveTo(id: string, hours: Hours): void {
    const each = currentDocument('situations', id)
    if (each) edit('situations', timedAt(each, hours), 'hours')
  }

  function add(): void {
    if (!shoot.value) return
    // The next one is likely to be like the one that is open.
    const before = planned.value ?? situations.value.at(-1) ?? null
    const fresh = newSituation(shoot.value, before, situations.value.length, foundation.document.value?.mains_hz ?? 50)
    edit('situations', fresh)
    void router.push(`/shoots/${shootId()}/plan/${fresh.situation.id}`).then(opened)
  }

  async function removeThis(): Promise<void> {
    const gone = planned.value
    if (!gone) return
    const next = situations.value[place.value + 1] ?? situations.value[place.value - 1]
    try {
      await removeWithUndo('situations', gone.situation.id)
      await router.replace(`/shoots/${shootId()}/plan/${next?.situation.id ?? ''}`)
    } catch (error) {
      failed((error as Error).message)
    }
  }

  function duplicate(): void {
    if (!planned.value || !shoot.value) return
    const copy = plainCopy(planned.value)
    const fresh = {
      ...copy,
      situation: { ...copy.situation, id: newId(), title: `${copy.situation.title}, copy`.slice(0, 120), order: situations.value.length },
    }
    edit('situations', fresh)
    void router.push(`/shoots/${shootId()}/plan/${fresh.situation.id}`)
  }

  /** Moves the open situation among the others. */
  const reorder = (by: number): void => put(place.value, place.value + by)

  /** Moves one among the others; all of them are counted anew, as one step of undo. */
  function put(from: number, to: number): void {
    const moved = situations.value[from]
    if (!moved || to < 0 || to >= situations.value.length) return
    const next = situations.value.filter((each) => each !== moved)
    next.splice(to, 0, moved)
    together(`moving “${moved.situation.title}”`, () =>
      next.forEach((each, order) => {
        if (each.situation.order !== order) edit('situations', { ...each, situation: { ...each.situation, order } }, null)
      }),
    )
  }

  function go(by: number): void {
    const to = situations.value[place.value + by]
    // What is open of the brief stays open.
    if (to) void router.push({ path: `/shoots/${shootId()}/plan/${to.situation.id}`, query: router.currentRoute.value.query })
  }

  return { moveTo, add, removeThis, duplicate, reorder, put, go }
}
