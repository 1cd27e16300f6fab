/** What each body still needs to be brought from factory to the foundation. */
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { answered, client } from '@/api/client'
import type { Body, FactoryChange } from '@/api/types'
import { blankFoundation, inPlans, useFoundation } from '@/planning/useFoundation'

export function useReviews(bodies: () => Body[]) {
  const foundation = useFoundation()
  const own = computed(() => inPlans(foundation.document.value ?? blankFoundation()))
  const answers = useQuery({
    queryKey: computed(() => ['factory-changes', bodies(), own.value]),
    queryFn: async () => {
      const found: Record<string, FactoryChange[]> = {}
      for (const body of bodies()) {
        found[body.id] = await answered(client.POST('/api/v1/gear/factory-changes', { body: { body, foundation: own.value } }))
      }
      return found
    },
  })
  const isReviewed = (id: string): boolean => foundation.document.value?.reviewed.includes(id) ?? false

  function review(id: string, done: boolean): void {
    foundation.change((now) => ({ reviewed: [...now.reviewed.filter((each) => each !== id), ...(done ? [id] : [])] }), `reviewed/${id}`)
  }
  return { answers, isReviewed, review }
}
