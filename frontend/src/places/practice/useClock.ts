/** How long answers take, where a drill runs with the clock: it is shown, and counts for nothing. */
import { computed, onScopeDispose, ref, watch } from 'vue'
import type { DrillOut, Score } from '@/api/types'

const IN_A_ROW = 5
const TICK_MS = 100

export function useClock(drill: () => DrillOut | null, score: () => Score | null) {
  const begun = ref(0)
  const now = ref(0)
  const taken = ref<number[]>([])
  let ticking = 0
  const stop = (): void => window.clearInterval(ticking)
  watch(
    drill,
    (asked, before) => {
      stop()
      if (asked?.kind !== before?.kind) taken.value = []
      if (!asked?.timed) return
      begun.value = now.value = performance.now()
      ticking = window.setInterval(() => (now.value = performance.now()), TICK_MS)
    },
    { immediate: true },
  )
  watch(score, (told) => {
    if (!told || !drill()?.timed) return
    stop()
    now.value = performance.now()
    if (told.right) taken.value = [...taken.value, seconds.value].slice(-IN_A_ROW)
  })
  onScopeDispose(stop)
  const seconds = computed(() => (now.value - begun.value) / 1000)
  /** The last five that were right, together; null: fewer so far. */
  const five = computed(() => (taken.value.length === IN_A_ROW ? taken.value.reduce((sum, each) => sum + each, 0) : null))
  return { seconds, found: computed(() => taken.value.length), five }
}
