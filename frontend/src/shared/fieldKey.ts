/** The name of a field for what was typed into it and is not in the document yet: its document and its place in it. */
import { computed, type ComputedRef, inject } from 'vue'
import { fieldProblems } from './problems'

export function useFieldKey(pointer: () => string): ComputedRef<string> {
  const field = inject(fieldProblems, null)
  return computed(() => `${field?.document.value ?? ''}${pointer()}`)
}
