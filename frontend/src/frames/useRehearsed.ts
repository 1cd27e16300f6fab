/** Where a rehearsal of a planned situation begins: its scene, tuned, and the camera as planned. */
import { answered, client } from '@/api/client'
import type { PlanInput, Rehearsal } from '@/api/types'
import { useLatest } from '@/shared/useLatest'

/** A plan's question and the scene it is tried on; null: the one that suits it. */
export type RehearsalQuestion = PlanInput & { scene: string | null }

export function useRehearsed(question: () => RehearsalQuestion | null) {
  return useLatest<RehearsalQuestion, Rehearsal>('rehearsal', question, (body) => answered(client.POST('/api/v1/rehearsal', { body })))
}
