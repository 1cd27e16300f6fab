/** The live plan of a request. */
import { answered, client } from '@/api/client'
import type { Plan, PlanInput } from '@/api/types'
import { useLatest } from '@/shared/useLatest'

export function usePlan(request: () => PlanInput | null) {
  const { answer, problem, waiting } = useLatest<PlanInput, Plan>('plan', request, (body) => answered(client.POST('/api/v1/plan', { body })))
  return { plan: answer, problem, waiting }
}
