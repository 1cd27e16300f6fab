/** How the frame is looked at: developed or not, warnings, pixel for pixel; a frame kept beside it; the frame itself. */
import { computed, ref, watch } from 'vue'
import type { RenderRequest } from '@/api/types'
import { useFrame } from '@/frames/useFrame'
import { computedSame } from '@/shared/computedSame'
import type { ViewChoice } from './LookPanel.vue'
import type { Stage } from './useRehearsal'

const WIDTH_PX = 960
/** At one sensor pixel a screen pixel: the part that is drawn. */
const CROP_WIDTH_PX = 816
const CROP_HEIGHT_PX = 544

/** paused: no frame is asked for meanwhile. */
export function useView({ base, asked, trial }: Stage, paused: () => boolean) {
  const view = ref<ViewChoice>({ developed: false, lift_ev: 0, denoise: 0.5, peaking: 'off', peakColour: '#ffd23f' })
  const thresholds = ref<{ high: number; low: number } | null>(null)
  watch(base, (now) => (thresholds.value ??= now ? { ...now.thresholds } : null))
  const pixels = ref(false)
  const kept = ref<RenderRequest | null>(null)
  const showKept = ref(false)

  const wished = computedSame<RenderRequest | null>(() => {
    if (!asked.value) return null
    const { developed, lift_ev, denoise, peaking } = view.value
    const look: RenderRequest['look'] = {
      ...asked.value.look,
      thresholds: thresholds.value ?? asked.value.look.thresholds,
      development: developed ? { lift_ev, denoise } : null,
      peaking: peaking === 'off' ? null : { level: peaking },
      crop: pixels.value ? trial.value.point : null,
      crop_height_px: pixels.value ? CROP_HEIGHT_PX : null,
    }
    return { ...asked.value, look }
  })
  const shown = computed(() => (showKept.value && kept.value ? kept.value : wished.value))
  const drawn = useFrame(
    () => (paused() ? null : shown.value),
    () => (pixels.value ? CROP_WIDTH_PX : WIDTH_PX),
  )

  function keep(): void {
    kept.value = wished.value
  }
  const swap = (): void => void (showKept.value = !showKept.value && kept.value !== null)

  return { view, thresholds, pixels, kept, showKept, wished, keep, swap, ...drawn }
}
