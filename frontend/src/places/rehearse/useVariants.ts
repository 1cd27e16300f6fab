/** Up to four frames side by side, each asked for as it was when it was added. */
import { ref } from 'vue'
import type { RenderRequest } from '@/api/types'
import type { Variant } from './VariantsView.vue'

const MOST = 4

export function useVariants(wished: () => RenderRequest | null, change: (settings: Record<string, number | string>) => void) {
  const variants = ref<Variant[]>([])
  const comparing = ref(false)

  function add(): void {
    const request = wished()
    if (!request || variants.value.length >= MOST) return
    const name = variants.value.length ? `Variant ${variants.value.length + 1}` : 'First'
    const whole = { ...request, look: { ...request.look, crop: null, crop_height_px: null } }
    variants.value = [...variants.value, { name, request: whole }]
  }

  /** Side by side at once, as the Atlas asks for it: each with a name of its own. */
  function lay(named: Variant[]): void {
    variants.value = named
      .slice(0, MOST)
      .map(({ name, request }) => ({ name, request: { ...request, look: { ...request.look, crop: null, crop_height_px: null } } }))
    comparing.value = variants.value.length > 1
  }

  function goOnFrom(index: number): void {
    const { capture } = variants.value[index]!.request
    change({ shutter_s: capture.shutter_s, aperture: capture.aperture, iso: capture.iso, dr_mode: capture.reserve })
    comparing.value = false
  }

  function drop(index: number): void {
    variants.value = variants.value.filter((_, i) => i !== index)
    if (!variants.value.length) comparing.value = false
  }

  function clear(): void {
    variants.value = []
    comparing.value = false
  }

  return { variants, comparing, add, lay, goOnFrom, drop, clear }
}
