/** How far each shoot is. What the server had no time to work out is asked for again until all of it is known. */
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed } from 'vue'
import type { ShootSummary } from '@/api/types'
import { fetchPages } from '@/saving/kinds'

const FIRST_MS = 120
const FURTHER_MS = 1500

export function useOverview() {
  const queries = useQueryClient()
  const isPending = (found: ShootSummary[] | undefined): boolean => found?.some((each) => each.pending) ?? false
  const ask = (): Promise<ShootSummary[]> => {
    const before = queries.getQueryData<ShootSummary[]>(['overview'])
    return fetchPages<ShootSummary>('/api/v1/shoots/overview', { budget_ms: isPending(before) ? FURTHER_MS : FIRST_MS })
  }
  const known = useQuery({
    queryKey: ['overview'],
    queryFn: ask,
    staleTime: 0,
    refetchInterval: (query) => (isPending(query.state.data) ? 50 : false),
  })
  const byId = computed(() => new Map((known.data.value ?? []).map((summary) => [summary.id, summary])))
  return { of: (id: string): ShootSummary | undefined => byId.value.get(id), refresh: () => queries.invalidateQueries({ queryKey: ['overview'] }) }
}
