/** Which part of a place is open: as the address says, else as it was left in this browser. */
import { computed, type Ref, type WritableComputedRef } from 'vue'
import { useAsked } from './useAsked'

/** known: what may be open; last: what was open here before. What is opened is written to both. */
export function useAskedTab<Tab extends string>(name: string, known: readonly Tab[], last: Ref<Tab>): WritableComputedRef<Tab> {
  const asked = useAsked(name)
  return computed({
    get: () => known.find((each) => each === asked.value) ?? last.value,
    set: (tab) => {
      last.value = tab
      asked.value = tab
    },
  })
}
