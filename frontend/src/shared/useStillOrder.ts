/** A sorted list whose order stands still while something in it is being edited; what is new comes first meanwhile. */
import { computed, type ComputedRef, ref, watch } from 'vue'

export function useStillOrder(sorted: () => string[], isEditing: () => boolean): ComputedRef<string[]> {
  const order = ref<string[]>([])
  watch(
    [() => sorted().join(), isEditing],
    () => {
      if (!isEditing()) order.value = sorted()
    },
    { immediate: true },
  )
  return computed(() => {
    const present = new Set(sorted())
    const known = new Set(order.value)
    return [...[...present].filter((id) => !known.has(id)), ...order.value.filter((id) => present.has(id))]
  })
}
