/** The trial of the open situation in the address: a link shows it, and what is tried is written there. */
import { watchDebounced } from '@vueuse/core'
import { onScopeDispose, type Ref, watch } from 'vue'
import { useAsked } from '@/shared/useAsked'
import { readTrial, type Trial, writeTrial } from './trialAddress'

const RESTS_MS = 300

/** note: takes a trial over. A link's trial replaces the one kept here; the same address is not read twice. */
export function useTrialAddress(situationId: () => string, trial: Ref<Trial>, note: (part: Partial<Trial>) => void): void {
  const asked = useAsked('try')
  watch(
    situationId,
    () => {
      const linked = readTrial(asked.value)
      if (linked && asked.value !== writeTrial(trial.value)) note({ ...linked, scene: trial.value.scene })
    },
    { immediate: true },
  )
  let left = false
  onScopeDispose(() => (left = true))
  watchDebounced(
    () => writeTrial(trial.value),
    (text) => {
      if (!left) asked.value = text
    },
    { debounce: RESTS_MS, immediate: true },
  )
}
