/** The live plan of a request. */
import { answered, client } from '@/api/client'
import type { Plan, PlanRequest } from '@/api/types'
import { useLatest } from '@/shared/useLatest'

export function usePlan(request: () => PlanRequest | null) {
  const { answer, problem, waiting } = useLatest<PlanRequest, Plan>(request, (body) => answered(client.POST('/api/v1/plan', { body })))
  return { plan: answer, problem, waiting }
}
