/** A drill, the next one already asked for, the answer and its score. */
import { computed, ref, shallowRef, watch } from 'vue'
import { answered, client, Problem } from '@/api/client'
import type { DrillOut, Score } from '@/api/types'
import { newId } from '@/shared/ids'

export type Given = { number: number } | { choice: string } | { order: string[] } | { place: { x: number; y: number } }
const SEEDS = 1_000_000

export function useDrill(kind: () => string, bodyId: () => string | null, scored: () => void) {
  const drill = shallowRef<DrillOut | null>(null)
  const score = shallowRef<Score | null>(null)
  const failed = ref('')
  const busy = ref(false)
  let ahead: { kind: string; drill: Promise<DrillOut> } | null = null

  const fetched = (of: string): Promise<DrillOut> =>
    answered(
      client.GET('/api/v1/practice/drill/{kind}', {
        params: { path: { kind: of }, query: { seed: Math.floor(Math.random() * SEEDS), body_id: bodyId() ?? undefined } },
      }),
    )
  async function next(): Promise<void> {
    const of = kind()
    if (!of) return
    failed.value = ''
    try {
      const asked = ahead?.kind === of ? ahead.drill : fetched(of)
      ahead = null
      const found = await asked
      if (of !== kind()) return
      drill.value = found
      score.value = null
      // The next one is drawn while this one is thought about.
      ahead = { kind: of, drill: fetched(of) }
      ahead.drill.catch(() => (ahead = null))
    } catch (error) {
      failed.value = error instanceof Problem ? error.message : String(error)
    }
  }
  async function answer(given: Given): Promise<void> {
    const asked = drill.value
    if (!asked || score.value || busy.value) return
    busy.value = true
    failed.value = ''
    try {
      score.value = await answered(
        client.POST('/api/v1/practice/answer', {
          body: { id: newId(), kind: asked.kind, seed: asked.seed, body_id: bodyId() ?? undefined, ...given } as never,
        }),
      )
      scored()
    } catch (error) {
      failed.value = error instanceof Problem ? error.message : String(error)
    } finally {
      busy.value = false
    }
  }
  watch([kind, bodyId], () => void next(), { immediate: true })
  return { drill, score, failed, busy: computed(() => busy.value), next, answer }
}
