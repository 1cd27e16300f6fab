/** Up to four frames side by side, each as it was when it was added; the address holds them, so that a link lays them out again. */
import { computed, ref } from 'vue'
import type { RenderRequest } from '@/api/types'
import { useAsked } from '@/shared/useAsked'
import { type NamedTrial, readTrials, type Trial, writeTrials } from './trialAddress'
import type { Variant } from './VariantsView.vue'

const MOST = 4

/** now: the trial as it stands, with its exposure spelt out; asked: the frame of a trial, null while there is none. */
export function useVariants(
  now: () => Trial | null,
  asked: (trial: Trial) => RenderRequest | null,
  change: (settings: Record<string, number | string>) => void,
) {
  const address = useAsked('variants')
  const kept = ref<NamedTrial[]>(readTrials(address.value).slice(0, MOST))
  const comparing = ref(kept.value.length > 1)
  const variants = computed<Variant[]>(() =>
    kept.value.flatMap(({ name, trial }, i) => {
      const request = asked(trial)
      return request ? [{ name: name || (i ? `Variant ${i + 1}` : 'First'), request }] : []
    }),
  )

  function hold(next: NamedTrial[]): void {
    kept.value = next.slice(0, MOST)
    address.value = writeTrials(kept.value)
    if (!kept.value.length) comparing.value = false
  }

  function add(): void {
    const trial = now()
    if (trial && kept.value.length < MOST) hold([...kept.value, { name: '', trial }])
  }

  /** Side by side at once, as the Atlas asks for it: each with a name of its own. */
  function lay(named: NamedTrial[]): void {
    hold(named)
    comparing.value = kept.value.length > 1
  }

  function goOnFrom(index: number): void {
    const { capture } = variants.value[index]!.request
    change({ shutter_s: capture.shutter_s, aperture: capture.aperture, iso: capture.iso, dr_mode: capture.reserve })
    comparing.value = false
  }

  const drop = (index: number): void => hold(kept.value.filter((_, i) => i !== index))
  const clear = (): void => hold([])

  return { variants, comparing, add, lay, goOnFrom, drop, clear }
}
