/** A drill, those that may follow already asked for, the answer and its score. */
import { computed, ref, shallowRef, watch } from 'vue'
import { answered, client, Problem } from '@/api/client'
import type { DrillOut, Score } from '@/api/types'
import { newId } from '@/shared/ids'

export type Given = { number: number } | { choice: string } | { order: string[] } | { place: { x: number; y: number } }
const SEEDS = 1_000_000

/** A drill, and the body it was drawn for: it is scored with no other. */
type Drawn = { drill: DrillOut; body: string | null }

/** due: another kind that is offered once an answer is scored; null: none. */
export function useDrill(kind: () => string, bodyId: () => string | null, due: () => string | null, scored: () => void) {
  const drawn = shallowRef<Drawn | null>(null)
  const score = shallowRef<Score | null>(null)
  const failed = ref('')
  const busy = ref(false)
  const ahead = new Map<string, Promise<Drawn>>()

  async function fetched(of: string, body: string | null): Promise<Drawn> {
    const query = { seed: Math.floor(Math.random() * SEEDS), body_id: body ?? undefined }
    return { drill: await answered(client.GET('/api/v1/practice/drill/{kind}', { params: { path: { kind: of }, query } })), body }
  }
  const keyOf = (of: string): string => `${of} for ${bodyId() ?? 'no body'}`
  /** A drill of that kind is drawn while another one is thought about. */
  function askAhead(of: string): void {
    const key = keyOf(of)
    if (ahead.has(key)) return
    const drill = fetched(of, bodyId())
    ahead.set(key, drill)
    drill.catch(() => ahead.delete(key))
  }
  async function next(): Promise<void> {
    const of = kind()
    if (!of) return
    failed.value = ''
    const key = keyOf(of)
    try {
      const asked = ahead.get(key) ?? fetched(of, bodyId())
      ahead.delete(key)
      const found = await asked
      if (key !== keyOf(kind())) return
      drawn.value = found
      score.value = null
      askAhead(of)
    } catch (error) {
      if (key === keyOf(kind())) failed.value = error instanceof Problem ? error.message : String(error)
    }
  }
  async function answer(given: Given): Promise<void> {
    const asked = drawn.value
    if (!asked || score.value || busy.value) return
    busy.value = true
    failed.value = ''
    try {
      const { kind, seed } = asked.drill
      const body = { id: newId(), kind, seed, body_id: asked.body ?? undefined, ...given }
      const told = await answered(client.POST('/api/v1/practice/answer', { body: body as never }))
      if (drawn.value === asked) score.value = told
      scored()
    } catch (error) {
      failed.value = error instanceof Problem ? error.message : String(error)
    } finally {
      busy.value = false
    }
  }
  watch([kind, bodyId], () => void next(), { immediate: true })
  watch(
    () => score.value && due(),
    (of) => of && askAhead(of),
  )
  return { drill: computed(() => drawn.value?.drill ?? null), score, failed, busy: computed(() => busy.value), next, answer }
}
