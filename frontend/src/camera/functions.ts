/** What controls can be told to do: loaded once, for every drawing of a body. */
import { computed, shallowRef } from 'vue'
import { answered, client } from '@/api/client'
import type { Control, ControlFunction, ReviewFunction } from '@/api/types'

const loaded = shallowRef<ControlFunction[]>([])
const forReview = shallowRef<ReviewFunction[]>([])
let loading: Promise<void> | null = null

export function useFunctions() {
  loading ??= Promise.all([answered(client.GET('/api/v1/pack/functions')), answered(client.GET('/api/v1/pack/review-functions'))])
    .then(([functions, review]) => {
      loaded.value = functions
      forReview.value = review
    })
    .catch(() => void (loading = null)) // asked again by the next drawing
  const labelOf = (id: string | null | undefined): string => loaded.value.find((each) => each.id === id)?.label ?? id ?? ''
  const choices = computed(() => loaded.value.map((each) => ({ value: each.id, label: each.label })))
  const reviewChoices = computed(() => forReview.value.map((each) => ({ value: each.id, label: each.label })))
  const reviewLabelOf = (id: string): string => forReview.value.find((each) => each.id === id)?.label ?? id
  /** The setting whose options a function goes through, press by press. */
  const listOf = (id: string | null | undefined): string | null => loaded.value.find((each) => each.id === id)?.lists ?? null
  /** As the camera stands: kept for the exposure mode, else a setting of the camera says it where there is one. */
  const functionOf = (control: Control, values: Record<string, unknown>): string => {
    const kept = (control.by_mode as Record<string, string>)[String(values['exposure_mode'])]
    if (kept !== undefined) return kept
    const said = control.setting ? values[control.setting] : undefined
    return loaded.value.some((each) => each.id === said) ? (said as string) : (control.assigned ?? 'off')
  }
  return { labelOf, choices, functionOf, reviewChoices, reviewLabelOf, listOf }
}
