/** The plans of every situation of the shoot last planned, for pages that speak about it. */
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { answered, client } from '@/api/client'
import type { Plan, PlannedSituation, PlanInput } from '@/api/types'
import { currentOf, loadKind, useEntries } from '@/saving/documents'
import { useFoundation } from '@/planning/useFoundation'
import { useShoot } from '@/planning/skyContext'
import { lastSituation, requestFor } from '@/planning/useCase'

export interface PlannedPlan {
  planned: PlannedSituation
  request: PlanInput
  plan: Plan
}

export function useShootPlans() {
  const loaded = ref(false)
  const foundation = useFoundation()
  Promise.all([...(['shoots', 'situations', 'bodies', 'lenses'] as const).map(loadKind), foundation.loaded])
    .catch(() => undefined)
    .finally(() => (loaded.value = true))
  const situations = useEntries('situations')
  const bodies = useEntries('bodies')
  const lenses = useEntries('lenses')
  const last = computed(() => situations.value.find((entry) => entry.id === lastSituation.value))
  const shootId = computed(() => (last.value ? currentOf(last.value)!.shoot_id : null))
  const { shoot, situations: ofShoot, sky } = useShoot(() => shootId.value)
  const requests = computed(() =>
    ofShoot.value.flatMap((planned) => {
      const body = bodies.value.find((entry) => entry.id === planned.body_id)
      const lens = lenses.value.find((entry) => entry.id === planned.lens_id)
      return body && lens ? [{ planned, request: requestFor(planned, currentOf(body)!, currentOf(lens)!, foundation.under(planned), sky.value) }] : []
    }),
  )
  const plans = useQuery({
    queryKey: computed(() => ['shoot-plans', requests.value.map((item) => item.request)]),
    enabled: computed(() => loaded.value && requests.value.length > 0),
    placeholderData: (before: PlannedPlan[] | undefined) => before, // the last answer stays while an edit is planned
    queryFn: async () => {
      const made: PlannedPlan[] = []
      for (const item of requests.value) made.push({ ...item, plan: await answered(client.POST('/api/v1/plan', { body: item.request })) })
      return made
    },
  })
  return { loaded, shoot, requests, plans }
}
