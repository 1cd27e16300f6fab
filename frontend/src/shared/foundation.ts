/** The foundation: what this photographer sets on any body. There is one; it is made when first edited. */
import { computed } from 'vue'
import type { Foundation, FoundationDocument } from '@/api/types'
import { currentOf, loadKind, useEntries } from '@/saving/documents'
import { plainCopy } from '@/saving/merge'
import { edit } from '@/saving/undo'
import { newId } from './ids'

export function useFoundation() {
  const loaded = loadKind('foundations').catch(() => undefined) // without it plans rest on what is usual
  const entries = useEntries('foundations')
  const entry = computed(() => [...entries.value].sort((a, b) => a.id.localeCompare(b.id))[0] ?? null)
  const document = computed<FoundationDocument | null>(() => (entry.value ? currentOf(entry.value) : null))
  const forPlan = computed<Foundation | null>(() => (document.value ? { settings: document.value.settings } : null))

  function change(changes: (now: FoundationDocument) => Partial<FoundationDocument>, key: string): void {
    const now = plainCopy(document.value) ?? { id: newId(), title: 'Foundation', settings: {}, reviewed: [] }
    edit('foundations', { ...now, ...changes(now) }, `foundation/${key}`)
  }
  return { loaded, entry, document, forPlan, change }
}
