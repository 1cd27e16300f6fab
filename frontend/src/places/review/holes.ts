/** Holes in bursts, as charts draw and name them. */
import type { SituationReview } from '@/api/types'
import { clockText } from '@/shared/format'

export type Hole = NonNullable<SituationReview['missed']>[number]

export function holeText(hole: Hole): string {
  const count = `${hole.frames} ${hole.frames === 1 ? 'frame' : 'frames'}`
  return `About ${count} not taken at ${clockText(hole.at_min)}: ${hole.cause === 'buffer' ? 'the buffer was full' : 'the camera waited'}`
}
