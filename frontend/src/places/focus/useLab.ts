/** The lab of one situation: its scenario as planned or put right, the plan's camera beside what is tried, one run to look at. */
import { useLocalStorage } from '@vueuse/core'
import { computed } from 'vue'
import { answered, client } from '@/api/client'
import type { FocusSetup, LabOut, LabRequest, Scenario } from '@/api/types'
import { useCase } from '@/planning/useCase'
import { withPins, repinned, type Changes } from '@/planning/pins'
import { edit } from '@/saving/undo'
import { useLatest } from '@/shared/useLatest'

/** What the hand may change of a setup, by the setting it is in the plan. */
export const SETTING_OF = {
  area: 'af_area',
  response: 'af_response',
  priority: 'af_priority',
  detection: 'subject_detection',
  subject_motion: 'subject_motion',
  mode: 'af_mode',
} as const
export type Choice = keyof typeof SETTING_OF
export type Tried = Partial<FocusSetup>

interface Trial {
  scene: Partial<Scenario>
  second: Tried | null
  which: number
}
const NOTHING: Trial = { scene: {}, second: null, which: 20 }

export function useLab(situationId: () => string) {
  const kit = useCase(situationId)
  const trials = useLocalStorage<Record<string, Trial>>('wa-focus-trials', {})
  const trial = computed(() => ({ ...NOTHING, ...trials.value[situationId()] }))
  function note(part: Partial<Trial>): void {
    trials.value = { ...trials.value, [situationId()]: { ...trial.value, ...part } }
  }

  /** The plan's own scenario and camera, which every change starts from. */
  const plain = useLatest<LabRequest, LabOut>(
    'focus-lab',
    () => (kit.request.value ? ({ ...kit.request.value, runs: 20 } as LabRequest) : null),
    (asked) => answered(client.POST('/api/v1/focus/lab', { body: asked })),
  )
  const planned = computed(() => plain.answer.value?.planned ?? null)
  const scenario = computed<Scenario | null>(() => (plain.answer.value ? { ...plain.answer.value.scenario, ...trial.value.scene } : null))
  const second = computed<FocusSetup | null>(() => {
    if (!planned.value || !trial.value.second) return null
    const zone_m = trial.value.second.mode === 'manual' ? (planned.value.zone_m ?? scenario.value?.distance_m ?? null) : planned.value.zone_m
    return { ...planned.value, zone_m: zone_m ?? null, ...trial.value.second }
  })

  const lab = useLatest<LabRequest, LabOut>(
    'focus-lab',
    () =>
      kit.request.value && scenario.value && planned.value
        ? ({
            ...kit.request.value,
            scenario: scenario.value,
            setups: second.value ? [planned.value, second.value] : [planned.value],
            which: trial.value.which,
          } as LabRequest)
        : null,
    (asked) => answered(client.POST('/api/v1/focus/lab', { body: asked })),
  )

  /** What differs from the plan, as values a plan can hold. */
  const differs = computed<Changes>(() => {
    const found: Changes = {}
    for (const [name, setting] of Object.entries(SETTING_OF) as [Choice, string][]) {
      const value = second.value?.[name]
      if (value !== undefined && planned.value && value !== planned.value[name]) found[setting] = value as string
    }
    return found
  })
  function holdInPlan(): void {
    if (!kit.planned.value) return
    edit('situations', repinned(kit.planned.value, withPins(kit.planned.value.pins, differs.value)))
    note({ second: null })
  }
  const problem = computed(() => lab.problem.value ?? plain.problem.value)
  return { ...kit, trial, note, plannedSetup: planned, scenario, second, lab, differs, holdInPlan, problem, assumed: plain.answer }
}

export type Lab = ReturnType<typeof useLab>
