/** A computed value that keeps its identity while it says the same, so that nobody asks the server again for nothing. */
import { computed, type ComputedRef } from 'vue'
import { same } from '@/saving/merge'

export function computedSame<Value>(getter: () => Value): ComputedRef<Value> {
  return computed<Value>((before) => {
    const now = getter()
    return before !== undefined && same(before, now) ? before : now
  })
}
