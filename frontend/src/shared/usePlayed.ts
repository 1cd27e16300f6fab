/** Pictures one after the other: played to the last and held there, played again from the first. */
import { useIntervalFn } from '@vueuse/core'
import type { MaybeRefOrGetter, Ref } from 'vue'

/** at: the place of the picture shown; last: the last place there is; everyMs: how long each is shown. */
export function usePlayed(at: Ref<number>, last: () => number, everyMs: MaybeRefOrGetter<number>) {
  const { pause, resume, isActive } = useIntervalFn(
    () => {
      if (at.value < last()) at.value++
      else pause()
    },
    everyMs,
    { immediate: false },
  )
  function toggle(): void {
    if (isActive.value) return pause()
    if (at.value >= last()) at.value = 0
    resume()
  }
  return { pause, resume, isActive, toggle }
}
