/** Pages of the Atlas by anybody's words for them: the server knows the words, and answers while one types. */
import { useQuery } from '@tanstack/vue-query'
import { refDebounced } from '@vueuse/core'
import { computed, type ComputedRef, toRef } from 'vue'
import { answered, client } from '@/api/client'

const PAUSE_MS = 90

/** Keys ("settings/iso"), the best first; null while there is no answer to what is typed now. */
export function useFound(sought: () => string): ComputedRef<string[] | null> {
  const now = toRef(() => sought().trim())
  const asked = refDebounced(now, PAUSE_MS)
  const found = useQuery({
    queryKey: computed(() => ['find', asked.value]),
    queryFn: () => answered(client.GET('/api/v1/find', { params: { query: { q: asked.value } } })),
    enabled: computed(() => asked.value !== ''),
    staleTime: Infinity,
    retry: false,
  })
  return computed(() => (asked.value === now.value && asked.value !== '' ? (found.data.value ?? null) : null))
}
