/** A wish that is kept in the address, so that a link shows the same. */
import { computed, type WritableComputedRef } from 'vue'
import { useRoute, useRouter } from 'vue-router'

/** usual: what counts when the address says nothing; it is not written there. */
export function useAsked(name: string, usual = ''): WritableComputedRef<string> {
  const route = useRoute()
  const router = useRouter()
  return computed({
    get: () => (typeof route.query[name] === 'string' ? String(route.query[name]) : usual),
    set: (value) => void router.replace({ query: { ...route.query, [name]: value && value !== usual ? value : undefined } }),
  })
}
