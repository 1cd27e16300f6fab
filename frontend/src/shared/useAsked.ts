/** A wish that is kept in the address, so that a link shows the same. */
import { computed, type WritableComputedRef } from 'vue'
import { type Router, useRoute, useRouter } from 'vue-router'

type Wishes = Record<string, string | undefined>

/** What waits to be written: wishes made while the address is being changed must not undo each other. */
let waiting: { path: string; wishes: Wishes } | null = null

function write(router: Router, wishes: Wishes): void {
  const { path } = router.currentRoute.value
  const begun = waiting !== null
  waiting = { path, wishes: { ...(waiting?.path === path ? waiting.wishes : {}), ...wishes } }
  if (!begun) queueMicrotask(() => void writeWaiting(router))
}

async function writeWaiting(router: Router): Promise<void> {
  while (waiting) {
    const { path, wishes } = waiting
    const now = router.currentRoute.value
    const query = { ...now.query, ...wishes }
    // A wish of a place that was left meanwhile is gone with it.
    if (now.path === path) await router.replace({ query, hash: now.hash }).catch(() => undefined)
    if (waiting.path === path && waiting.wishes === wishes) waiting = null
  }
}

/** usual: what counts when the address says nothing; it is not written there. */
export function useAsked(name: string, usual = ''): WritableComputedRef<string> {
  const route = useRoute()
  const router = useRouter()
  return computed({
    get: () => (typeof route.query[name] === 'string' ? String(route.query[name]) : usual),
    set: (value) => write(router, { [name]: value && value !== usual ? value : undefined }),
  })
}
