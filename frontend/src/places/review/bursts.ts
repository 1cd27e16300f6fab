/** Bursts among frames in the order they were taken: as the server parts them, by a second without a frame. */
import type { FrameSummary } from '@/api/types'

const SECONDS_APART = 1

export function secondsOf(frame: FrameSummary): number {
  return frame.said.taken_at ? Date.parse(`${frame.said.taken_at}Z`) / 1000 + (frame.said.subsecond_ms ?? 0) / 1000 : NaN
}

/** Whether a burst ends between two frames; what has no time, or another body, is a burst of its own. */
export function parts(before: FrameSummary, after: FrameSummary): boolean {
  const other = before.said.body_make_model !== after.said.body_make_model || before.said.body_serial !== after.said.body_serial
  return other || !(secondsOf(after) - secondsOf(before) - (before.said.exposure_s ?? 0) <= SECONDS_APART)
}

/** The frames of the burst a frame lies in. */
export function burstRound(frames: readonly FrameSummary[], frame: FrameSummary): FrameSummary[] {
  const at = frames.findIndex((each) => each.id === frame.id)
  if (at < 0) return [frame]
  let first = at
  let last = at
  while (first > 0 && !parts(frames[first - 1]!, frames[first]!)) first -= 1
  while (last < frames.length - 1 && !parts(frames[last]!, frames[last + 1]!)) last += 1
  return frames.slice(first, last + 1)
}

/** The place of the first frame of the next burst; the last frame where none follows. */
export function nextBurstFrom(frames: readonly FrameSummary[], at: number): number {
  for (let k = at + 1; k < frames.length; k += 1) if (parts(frames[k - 1]!, frames[k]!)) return k
  return frames.length - 1
}
