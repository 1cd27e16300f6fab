/** What controls can be told to do: loaded once, for every drawing of a body. */
import { computed, shallowRef } from 'vue'
import { answered, client } from '@/api/client'
import type { Control, ControlFunction } from '@/api/types'

const loaded = shallowRef<ControlFunction[]>([])
let loading: Promise<void> | null = null

export function useFunctions() {
  loading ??= answered(client.GET('/api/v1/pack/functions'))
    .then((found) => void (loaded.value = found))
    .catch(() => void (loading = null)) // asked again by the next drawing
  const labelOf = (id: string | null | undefined): string => loaded.value.find((each) => each.id === id)?.label ?? id ?? ''
  const choices = computed(() => loaded.value.map((each) => ({ value: each.id, label: each.label })))
  /** As the camera stands: a setting of the camera says it where there is one. */
  const functionOf = (control: Control, values: Record<string, unknown>): string => {
    const said = control.setting ? values[control.setting] : undefined
    return loaded.value.some((each) => each.id === said) ? (said as string) : (control.assigned ?? 'off')
  }
  return { labelOf, choices, functionOf }
}
