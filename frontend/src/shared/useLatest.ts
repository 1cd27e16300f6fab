/**
 * A live answer to a question that keeps changing: one request in flight, the latest wins, the last answer stays on screen.
 * The query cache asks and remembers; what is paced here is only when. A ruler under the pointer would else cancel each
 * request before it is answered, or queue them all.
 */
import { isCancelledError, useQueryClient } from '@tanstack/vue-query'
import { onScopeDispose, ref, shallowRef, watch } from 'vue'
import { Problem } from '@/api/problem'
import { noteAway, onServerBack } from '@/saving/connection'

const KEPT_MS = 30_000

/**
 * @param name of the kind of question, for the cache
 * @param question null: there is nothing to ask, and no answer
 * @param keptMs for how long the answer to the same question holds; 0 where it hangs on more than the question
 */
export function useLatest<Question, Answer>(
  name: string,
  question: () => Question | null,
  ask: (question: Question) => Promise<Answer>,
  keptMs = KEPT_MS,
) {
  const queries = useQueryClient()
  const answer = shallowRef<Answer | null>(null)
  const problem = shallowRef<Problem | null>(null)
  const waiting = ref(false)
  let next: Question | null = null
  let isWanted = false

  async function run(): Promise<void> {
    if (waiting.value) return
    waiting.value = true
    try {
      while (next) {
        const asked: Question = next
        next = null
        await take(asked)
      }
    } finally {
      waiting.value = false
    }
  }

  async function take(asked: Question): Promise<void> {
    try {
      const found = await queries.fetchQuery({ queryKey: [name, asked], queryFn: () => ask(asked), retry: false, staleTime: keptMs, gcTime: keptMs })
      if (!isWanted) return // meanwhile there is nothing to ask any more
      answer.value = found
      problem.value = null
    } catch (error) {
      if (isCancelledError(error)) {
        if (isWanted) next ??= asked // the cache was cleared, as by a change of unit: asked anew
        return
      }
      if (!(error instanceof Problem)) throw error
      if (error.isAway) noteAway()
      else if (isWanted) problem.value = error
    }
  }

  function want(wanted: Question | null): void {
    next = wanted
    isWanted = wanted !== null
    if (isWanted) void run()
    else {
      answer.value = null
      problem.value = null
    }
  }

  watch(question, want, { immediate: true })
  onServerBack(() => want(question()))
  onScopeDispose(() => {
    isWanted = false
    next = null
  })
  return { answer, problem, waiting }
}
