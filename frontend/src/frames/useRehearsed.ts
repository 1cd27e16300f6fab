/** Where a rehearsal of a planned situation begins: its scene, tuned, and the camera as planned. */
import { answered, client } from '@/api/client'
import type { PlanInput, Rehearsal } from '@/api/types'
import type { paths } from '@/api/schema'
import { useLatest } from '@/shared/useLatest'

/** Surroundings and subject chosen by hand; what is null is as suggested. Trials of earlier versions hold a scene's name. */
export type Chosen = { surroundings?: string | null; seen_as?: string | null } | string

/** A plan's question and the pieces it is tried on; null: those that suit it. */
export type RehearsalQuestion = PlanInput & { scene: Chosen | null }

/** The server understands names of earlier scenes too; its description knows only the pieces. */
type Asked = NonNullable<paths['/api/v1/rehearsal']['post']['requestBody']>['content']['application/json']

export function useRehearsed(question: () => RehearsalQuestion | null) {
  return useLatest<RehearsalQuestion, Rehearsal>('rehearsal', question, (body) => answered(client.POST('/api/v1/rehearsal', { body: body as Asked })))
}
