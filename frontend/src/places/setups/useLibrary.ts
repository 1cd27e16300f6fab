/** The list of saved setups, single setups by their id, and what the server says about one that was edited. */
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, onScopeDispose, ref, watch } from 'vue'
import { answered, client } from '@/api/client'
import type { Assessment, Body, ListedSetup, Pin, PlanInput, SavedSetup, Setup } from '@/api/types'
import { currentDocument, loadOne, onHeard, useEveryEntry } from '@/saving/documents'
import { fetchPages } from '@/saving/kinds'
import { familiesOf, type Listed, listedOf } from './library'

/** What the server lists, under what was edited, saved or deleted here a moment ago. */
export function useSetupList() {
  const queries = useQueryClient()
  const listed = useQuery({ queryKey: ['setups'], queryFn: () => fetchPages<ListedSetup>('/api/v1/setups'), staleTime: 0 })
  onScopeDispose(onHeard((kind) => kind === 'setups' && void queries.invalidateQueries({ queryKey: ['setups'] })))
  const own = useEveryEntry('setups')
  watch(
    () => own.value.map((entry) => `${entry.id}${entry.revision}`).join(),
    () => void queries.invalidateQueries({ queryKey: ['setups'] }),
  )
  const setups = computed<Listed[]>(() => {
    const found = new Map<string, Listed>((listed.data.value ?? []).map((setup) => [setup.id, setup]))
    for (const entry of own.value) {
      const document = currentDocument('setups', entry.id)
      if (entry.deleted) found.delete(entry.id)
      else if (document) found.set(entry.id, listedOf(document))
    }
    return [...found.values()]
  })
  const failed = computed(() => listed.error.value?.message ?? '')
  const loaded = computed(() => !listed.isPending.value)
  return { loaded, failed, setups, families: computed(() => familiesOf(setups.value)), reload: () => listed.refetch() }
}

/** Whole setups by their ids; those that are not there (any more) are left out. */
export function useSetups(ids: () => string[]) {
  const loaded = ref(false)
  const failed = ref('')
  watch(
    () => ids().join(),
    async () => {
      const answers = await Promise.allSettled(ids().map((id) => loadOne('setups', id)))
      const broken = answers.find((answer) => answer.status === 'rejected' && answer.reason?.status !== 404)
      failed.value = broken?.status === 'rejected' ? String(broken.reason.message ?? broken.reason) : ''
      loaded.value = true
    },
    { immediate: true },
  )
  const setups = computed(() => ids().flatMap((id) => currentDocument('setups', id) ?? []))
  return { loaded, failed, setups }
}

/** One whole setup, fetched unless it is here. */
export async function wholeSetup(id: string): Promise<SavedSetup | null> {
  if (!currentDocument('setups', id)) await loadOne('setups', id)
  return currentDocument('setups', id)
}

/** The case a saved setup was computed in, on its own body or another. */
export function caseOf(saved: SavedSetup, body: Body = saved.body): PlanInput {
  const { lens, situation, preferences, accessories } = saved
  return { body, lens, situation, preferences, accessories, pins: [], foundation: null, figures: {} }
}

/** Exposure, prices and findings of a setup as it stands, and the setup with what the body chooses filled in. */
export function weigh(request: PlanInput, setup: Setup, byHand: Pin[]): Promise<Assessment> {
  return answered(client.POST('/api/v1/assess', { body: { ...request, setup, pins: byHand } }))
}
