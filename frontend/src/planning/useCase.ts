/** One planned situation with its kit, and the plan request they make: where every live answer starts. */
import { useLocalStorage } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { Body, Foundation, Lens, Pin, PlannedSituation, PlanInput, SkyContext } from '@/api/types'
import { currentOf, loadKind, useEntry } from '@/saving/documents'
import { computedSame } from '@/shared/computedSame'
import { useFoundation } from './useFoundation'
import { useShoot } from './skyContext'

/** The situation last planned: the Atlas speaks about it. */
export const lastSituation = useLocalStorage('wa-last-situation', '')

export function requestFor(
  planned: PlannedSituation,
  body: Body,
  lens: Lens,
  foundation: Foundation | null,
  sky: SkyContext | null,
  pins: Pin[] = planned.pins,
): PlanInput {
  const { situation, preferences, accessories } = planned
  return { body, lens, situation, preferences, accessories, pins, foundation, sky, figures: {} }
}

/** live: what a gesture changes right now, before it is saved: pins held, hours moved. */
export function useCase(
  situationId: () => string | null,
  live: { pins?: (held: Pin[]) => Pin[]; brief?: (planned: PlannedSituation) => PlannedSituation } = {},
) {
  const loaded = ref(false)
  const failed = ref('')
  const foundation = useFoundation()
  Promise.all([...(['shoots', 'situations', 'bodies', 'lenses'] as const).map(loadKind), foundation.loaded])
    .catch((error: Error) => (failed.value = error.message))
    .finally(() => (loaded.value = true))
  const entry = useEntry('situations', () => situationId() ?? '')
  const saved = computed(() => (entry.value ? currentOf(entry.value) : null))
  const planned = computed(() => (saved.value && live.brief ? live.brief(saved.value) : saved.value))
  const { shoot, situations, sky } = useShoot(() => saved.value?.shoot_id ?? null)
  const bodyEntry = useEntry('bodies', () => planned.value?.body_id ?? '')
  const lensEntry = useEntry('lenses', () => planned.value?.lens_id ?? '')
  const body = computed(() => (bodyEntry.value ? currentOf(bodyEntry.value) : null))
  const lens = computed(() => (lensEntry.value ? currentOf(lensEntry.value) : null))
  const request = computedSame<PlanInput | null>(() => {
    if (!loaded.value || !planned.value || !body.value || !lens.value) return null
    return requestFor(planned.value, body.value, lens.value, foundation.under(planned.value), sky.value, live.pins?.(planned.value.pins))
  })
  return { loaded, failed, planned, shoot, situations, sky, bodyEntry, lensEntry, body, lens, request }
}
