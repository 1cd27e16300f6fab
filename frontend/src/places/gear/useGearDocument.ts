/** One body or lens under edit. A new one lives only in this browser until the person has typed something. */
import { computed, type ComputedRef, ref } from 'vue'
import { currentOf, type Entry, loadKind, useEntry } from '@/saving/documents'
import type { Documents } from '@/saving/kinds'
import { edit } from '@/saving/undo'
import { provideFieldProblems } from '@/shared/problems'

export function useGearDocument<K extends 'bodies' | 'lenses'>(kind: K, id: () => string, blank: (id: string) => Documents[K]) {
  const loaded = ref(false)
  const failed = ref('')
  loadKind(kind)
    .catch((error: Error) => (failed.value = error.message))
    .finally(() => (loaded.value = true))
  const entry = useEntry(kind, id) as ComputedRef<Entry<Documents[K]> | null>
  const isNew = computed(() => entry.value === null)
  // What was kept in this browser may be from before a body could say all of it.
  const document = computed<Documents[K]>(() => ({ ...blank(id()), ...(entry.value ? currentOf(entry.value) : null) }))
  provideFieldProblems(() => entry.value)

  function change(changes: Partial<Documents[K]>, under = Object.keys(changes).join()): void {
    edit(kind, { ...document.value, ...changes } as Documents[K], `gear/${under}`)
  }
  /** What the server said that belongs to no field of the form. */
  const general = computed(() => {
    const problem = entry.value?.state === 'refused' ? entry.value.problem : null
    return problem && problem.errors.every((error) => error.pointer === '')
      ? problem.errors.map((error) => error.msg).join(' ') || problem.message
      : ''
  })
  return { loaded, failed, entry, isNew, document, change, general }
}
