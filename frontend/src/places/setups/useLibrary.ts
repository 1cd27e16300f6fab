/** All saved setups, and what the server says about one that was edited. */
import { computed, ref } from 'vue'
import { answered, client } from '@/api/client'
import type { Assessment, Body, Pin, PlanRequest, SavedSetup, Setup } from '@/api/types'
import { currentOf, loadKind, useEntries } from '@/saving/documents'
import { familiesOf } from './library'

export function useLibrary() {
  const loaded = ref(false)
  const failed = ref('')
  loadKind('setups')
    .catch((error: Error) => (failed.value = error.message))
    .finally(() => (loaded.value = true))
  const entries = useEntries('setups')
  const setups = computed(() => entries.value.map((entry) => currentOf(entry)!))
  const families = computed(() => familiesOf(setups.value))
  return { loaded, failed, setups, families }
}

/** The case a saved setup was computed in, on its own body or another. */
export function caseOf(saved: SavedSetup, body: Body = saved.body): PlanRequest {
  const { lens, situation, preferences, accessories } = saved
  return { body, lens, situation, preferences, accessories, pins: [], foundation: null }
}

/** Exposure, prices and findings of a setup as it stands, and the setup with what the body chooses filled in. */
export function weigh(request: PlanRequest, setup: Setup, byHand: Pin[]): Promise<Assessment> {
  return answered(client.POST('/api/v1/assess', { body: { ...request, setup, pins: byHand } }))
}
