/** Looking through frames: which are shown and why, verdicts on them, and the time it takes. */
import { computed, onBeforeUnmount, ref, type Ref } from 'vue'
import type { Fault, SituationReview } from '@/api/types'
import { WorkClock } from './workClock'
import type { useReview } from './useReview'

const AT_ONCE = 200
const AROUND = 30
const BEFORE = 6
export const FAULTS: Record<Fault, string> = {
  focus: 'out of focus',
  other_subject: 'sharp on something else',
  smear: 'smeared',
  light: 'wrong light',
  moment: 'no moment',
}

export function useLooking(review: ReturnType<typeof useReview>, shown: Ref<SituationReview | null>) {
  const title = ref('')
  const from = ref(0)
  const chosen = ref<ReadonlySet<number>>(new Set())
  const clock = new WorkClock()

  function close(): void {
    keepTime()
    title.value = ''
    chosen.value = new Set()
    review.named.value = []
  }
  function around(index: number): void {
    const begin = Math.max(index - BEFORE, 0)
    title.value = 'Frames round the one you chose'
    chosen.value = new Set([index])
    void review.show(shown.value!.points.ids.slice(begin, begin + AROUND))
  }
  function through(begin = 0): void {
    const { ids } = shown.value!.points
    title.value =
      ids.length > AT_ONCE ? `Looking through ${begin + 1} to ${Math.min(begin + AT_ONCE, ids.length)} of ${ids.length}` : 'Looking through'
    from.value = begin
    clock.worked()
    void review.show(ids.slice(begin, begin + AT_ONCE))
  }
  function these(ids: readonly string[], why = 'The frames behind it'): void {
    title.value = why
    void review.show(ids)
  }
  const further = computed(() => {
    const next = from.value + AT_ONCE
    return title.value.startsWith('Looking through') && next < (shown.value?.points.ids.length ?? 0) ? next : null
  })

  async function judge(id: string, rating: number | null, fault: Fault | null): Promise<void> {
    clock.worked()
    const label = rating === null ? 'No verdict' : rating > 0 ? 'Keep a frame' : `Pass a frame over${fault ? `: ${FAULTS[fault]}` : ''}`
    await review.change([id], { rating, fault }, label)
    review.named.value = review.named.value.map((frame) => (frame.id === id ? { ...frame, rating, fault } : frame))
  }
  /** Puts frames into a situation, into none, or back to where they are found to belong. */
  async function move(ids: string[], to: string | null | 'none', label: string): Promise<void> {
    clock.worked()
    const situation_id = to === 'none' ? null : to
    await review.change(ids, { situation_id, apart: to === 'none' }, label)
    const moved = new Set(ids)
    review.named.value = review.named.value.map((frame) => (moved.has(frame.id) ? { ...frame, situation_id } : frame))
  }
  /** What the looking took is added to the situation's minutes of culling. */
  function keepTime(): void {
    const minutes = clock.take()
    const situation = shown.value?.situation_id
    if (!minutes || !situation) return
    void review.decide((now) => {
      const before = now.minutes_by_situation[situation] ?? { culling: null, editing: null }
      const culling = Math.round(((before.culling ?? 0) + minutes) * 100) / 100
      return { ...now, minutes_by_situation: { ...now.minutes_by_situation, [situation]: { ...before, culling } } }
    })
  }
  onBeforeUnmount(keepTime)

  /** By how much a frame is to be lifted or darkened at home, as the review says. */
  const homeOf = computed(() => {
    const { ids, home_ev } = shown.value?.points ?? { ids: [], home_ev: [] }
    return new Map(ids.map((id, k) => [id, home_ev[k] ?? null]))
  })
  return { title, chosen, further, homeOf, close, around, through, these, judge, move, worked: () => clock.worked() }
}
