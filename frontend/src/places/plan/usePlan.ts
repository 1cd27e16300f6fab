/** The live plan: one request in flight, the latest wins, the last answer stays on screen meanwhile. */
import { ref, shallowRef, watch } from 'vue'
import { answered, client, Problem } from '@/api/client'
import type { Plan, PlanRequest } from '@/api/types'
import { noteAway, onServerBack } from '@/saving/connection'

export function usePlan(request: () => PlanRequest | null) {
  const plan = shallowRef<Plan | null>(null)
  const problem = shallowRef<Problem | null>(null)
  const waiting = ref(false)
  let next: PlanRequest | null = null

  async function ask(): Promise<void> {
    if (waiting.value) return
    waiting.value = true
    while (next) {
      const asked: PlanRequest = next
      next = null
      try {
        const answer = await answered(client.POST('/api/v1/plan', { body: asked }))
        plan.value = answer
        problem.value = null
      } catch (error) {
        if (!(error instanceof Problem)) throw error
        if (error.isAway) noteAway()
        else problem.value = error
      }
    }
    waiting.value = false
  }

  function askFor(wanted: PlanRequest | null): void {
    if (!wanted) {
      plan.value = null
      problem.value = null
      return
    }
    next = wanted
    void ask()
  }

  watch(request, askFor, { immediate: true })
  onServerBack(() => askFor(request()))
  return { plan, problem, waiting }
}
