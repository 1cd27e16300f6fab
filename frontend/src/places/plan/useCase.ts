/** One planned situation with its kit, and the plan request they make: where every live answer starts. */
import { useLocalStorage } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { Body, Foundation, Lens, Pin, PlannedSituation, PlanRequest } from '@/api/types'
import { currentOf, loadKind, useEntry } from '@/saving/documents'
import { useFoundation } from '@/shared/foundation'

/** The situation last planned: the Atlas speaks about it. */
export const lastSituation = useLocalStorage('wa-last-situation', '')

export function requestFor(planned: PlannedSituation, body: Body, lens: Lens, foundation: Foundation | null, pins: Pin[] = planned.pins): PlanRequest {
  const { situation, preferences, accessories } = planned
  return { body, lens, situation, preferences, accessories, pins, foundation }
}

export function useCase(situationId: () => string | null, pins?: (held: Pin[]) => Pin[]) {
  const loaded = ref(false)
  const failed = ref('')
  const foundation = useFoundation()
  Promise.all([...(['shoots', 'situations', 'bodies', 'lenses'] as const).map(loadKind), foundation.loaded])
    .catch((error: Error) => (failed.value = error.message))
    .finally(() => (loaded.value = true))
  const entry = useEntry('situations', () => situationId() ?? '')
  const planned = computed(() => (entry.value ? currentOf(entry.value) : null))
  const bodyEntry = useEntry('bodies', () => planned.value?.body_id ?? '')
  const lensEntry = useEntry('lenses', () => planned.value?.lens_id ?? '')
  const body = computed(() => (bodyEntry.value ? currentOf(bodyEntry.value) : null))
  const lens = computed(() => (lensEntry.value ? currentOf(lensEntry.value) : null))
  const request = computed<PlanRequest | null>(() => {
    if (!loaded.value || !planned.value || !body.value || !lens.value) return null
    return requestFor(planned.value, body.value, lens.value, foundation.forPlan.value, pins?.(planned.value.pins))
  })
  return { loaded, failed, planned, bodyEntry, lensEntry, body, lens, request }
}
