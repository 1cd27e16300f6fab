/** The drawn frame of a plan's question: its composition through the plan's own camera, a moment after the question rests. */
import { refDebounced } from '@vueuse/core'
import { computed, toRef } from 'vue'
import type { ComposedScene, PlanInput, RenderRequest } from '@/api/types'
import { useFrame } from './useFrame'
import { useRehearsed } from './useRehearsed'

const REST_MS = 250

/** heaven: where the Moon and the core of the band stand, when somebody knows. */
export function usePlanFrame(
  request: () => PlanInput | null,
  widthPx: number,
  heaven: () => Partial<Pick<ComposedScene, 'moon_at' | 'core_at'>> = () => ({}),
) {
  /** The plan comes first; its picture may follow a moment later. */
  const rested = refDebounced(toRef(request), REST_MS)
  const { answer: base, problem: failed } = useRehearsed(() => (rested.value ? { ...rested.value, scene: null } : null))
  const asked = computed<RenderRequest | null>(() => {
    const body = request()?.body
    if (!base.value || !body) return null
    return {
      scene: { ...base.value.scene, ...heaven() },
      seed: 1,
      tuning: base.value.tuning,
      body,
      capture: base.value.capture,
      look: { width_px: widthPx, thresholds: base.value.thresholds, match_ev: 0 },
      metered: null,
      masks: true,
      measure: false,
    }
  })
  const { frame, problem, waiting } = useFrame(
    () => asked.value,
    () => Math.min(widthPx, 480),
  )
  return { base, frame, waiting, problem: computed(() => failed.value ?? problem.value) }
}
