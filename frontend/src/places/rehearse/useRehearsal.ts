/** One situation in rehearsal: the camera as planned, what is tried on it, the scene and its tuning. */
import { useLocalStorage } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { Capture, RenderRequest, SceneTuning, Situation } from '@/api/types'
import { useRehearsed } from '@/frames/useRehearsed'
import { edit } from '@/saving/undo'
import { computedSame } from '@/shared/computedSame'
import { useFoundation } from '@/planning/useFoundation'
import { type Changes, repinned, withPins } from '@/planning/pins'
import { requestFor, useCase } from '@/planning/useCase'
import { captureWith, meterWith, pinsOf } from './trial'
import { FRESH, type Trial } from './trialAddress'
import { useTrialAddress } from './useTrialAddress'

/** Trials are kept in this browser until they are sent to the plan or thrown away. */
const trials = useLocalStorage<Record<string, Trial>>('wa-trials', {})

export function useRehearsal(situationId: () => string) {
  const trial = computed<Trial>(() => ({ ...FRESH, ...trials.value[situationId()] }))
  const changes = computed(() => trial.value.changes)
  function note(part: Partial<Trial>): void {
    trials.value = { ...trials.value, [situationId()]: { ...trial.value, ...part } }
  }
  const change = (made: Changes): void => note({ changes: { ...changes.value, ...made } })
  const putBack = (setting: string): void => note({ changes: Object.fromEntries(Object.entries(changes.value).filter(([id]) => id !== setting)) })

  /** What a marker under the pointer holds right now. */
  const live = ref<Changes>({})
  const kit = useCase(situationId, { pins: (held) => withPins(held, pinsOf(capture.value, { ...changes.value, ...live.value })) })
  const foundation = useFoundation()
  /** The minute of the day the frame is looked at; null: the whole situation, as planned. */
  const minute = ref<number | null>(null)
  const asPlanned = computedSame(() => {
    const { planned, body, lens, loaded } = kit
    if (!loaded.value || !planned.value || !body.value || !lens.value) return null
    const asked = requestFor(planned.value, body.value, lens.value, foundation.under(planned.value), kit.sky.value)
    if (minute.value === null) return { ...asked, scene: trial.value.scene }
    const at = { starts_at_min: minute.value, ends_at_min: minute.value }
    return { ...asked, situation: { ...asked.situation, ...at }, scene: trial.value.scene }
  })

  const { answer: base, problem } = useRehearsed(() => asPlanned.value)
  const capture = computed<Capture | null>(() => (base.value ? captureWith(base.value.capture, { ...changes.value, ...live.value }) : null))

  const tuning = computed<SceneTuning>(() => ({ ...(base.value?.tuning ?? {}), ...trial.value.tuning }) as SceneTuning)
  const meter = computed(() => (base.value ? meterWith(base.value, changes.value, trial.value.point) : null))
  /** The frame of a trial. */
  function askedWith(tried: Trial): RenderRequest | null {
    if (!base.value || !kit.body.value) return null
    return {
      scene: { ...base.value.scene, fisheye: base.value.scene.fisheye && !tried.straight },
      seed: 1,
      tuning: { ...base.value.tuning, ...tried.tuning },
      body: kit.body.value,
      capture: captureWith(base.value.capture, tried.changes),
      look: { width_px: 960, thresholds: base.value.thresholds },
      metered: tried.metered ? meterWith(base.value, tried.changes, tried.point) : null,
      masks: true,
      measure: false,
    } as RenderRequest
  }
  const asked = computedSame<RenderRequest | null>(() => askedWith({ ...trial.value, changes: { ...changes.value, ...live.value } }))
  useTrialAddress(situationId, trial, note)

  /** Hold what was tried in the plan, as pins, with undo. */
  function sendBack(): void {
    if (!kit.planned.value) return
    edit('situations', repinned(kit.planned.value, withPins(kit.planned.value.pins, pinsOf(capture.value, changes.value))))
    note({ changes: {} })
  }

  /** Write something into the brief, with undo; pieces tried here are then the brief's. */
  function say(part: Partial<Situation>): void {
    if (!kit.planned.value) return
    edit('situations', { ...kit.planned.value, situation: { ...kit.planned.value.situation, ...part } })
    if ('surroundings' in part) note({ scene: null })
  }

  return { ...kit, say, minute, trial, changes, change, putBack, note, base, problem, live, capture, tuning, meter, asked, askedWith, sendBack }
}

export type Stage = ReturnType<typeof useRehearsal>
