/** A live answer to a question that keeps changing: one request in flight, the latest wins, the last answer stays on screen. */
import { ref, shallowRef, watch } from 'vue'
import { Problem } from '@/api/client'
import { noteAway, onServerBack } from '@/saving/connection'

export function useLatest<Question, Answer>(question: () => Question | null, ask: (question: Question) => Promise<Answer>) {
  const answer = shallowRef<Answer | null>(null)
  const problem = shallowRef<Problem | null>(null)
  const waiting = ref(false)
  let next: Question | null = null

  async function run(): Promise<void> {
    if (waiting.value) return
    waiting.value = true
    while (next) {
      const asked: Question = next
      next = null
      try {
        answer.value = await ask(asked)
        problem.value = null
      } catch (error) {
        if (!(error instanceof Problem)) throw error
        if (error.isAway) noteAway()
        else problem.value = error
      }
    }
    waiting.value = false
  }

  function take(wanted: Question | null): void {
    next = wanted
    if (wanted) void run()
    else {
      answer.value = null
      problem.value = null
    }
  }

  watch(question, take, { immediate: true })
  onServerBack(() => take(question()))
  return { answer, problem, waiting }
}
