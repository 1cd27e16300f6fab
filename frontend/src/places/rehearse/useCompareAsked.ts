/** Two values of a setting side by side, where the address asks for them; once, as soon as there is a frame to change. */
import { type Ref, watch } from 'vue'
import type { Rehearsal } from '@/api/types'
import { useAsked } from '@/shared/useAsked'
import { sayValue, settingOf } from '@/shared/tables'
import { askedToCompare, trialAt } from './compareAsked'
import type { Trial } from './trialAddress'
import type { NamedTrial } from './trialAddress'

export function useCompareAsked(base: Ref<Rehearsal | null>, trial: Ref<Trial>, lay: (variants: NamedTrial[]) => void): void {
  const address = useAsked('compare')
  const asked = askedToCompare(address.value)
  if (!asked) return
  let done = false
  watch(
    base,
    (planned) => {
      const entry = settingOf(asked.setting)
      if (done || !planned || !entry) return
      done = true
      address.value = '' // the variants stand there from now on
      lay(asked.values.map((value) => ({ name: `${entry.label} ${sayValue(entry, value)}`, trial: trialAt(trial.value, asked.setting, value) })))
    },
    { immediate: true, flush: 'post' },
  )
}
