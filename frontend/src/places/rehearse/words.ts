/** Words of the rehearsal for ids of the server. */
import { fixed } from '@/shared/numberText'
import type { FrameOut, MeteredBy, ToneOut } from '@/api/types'

export const PATTERN_WORDS: Record<MeteredBy['pattern'], string> = {
  multi_segment: 'pattern',
  centre_weighted: 'centre-weighted',
  average: 'average',
  spot: 'spot',
  highlight_weighted: 'highlight-weighted',
}

/** "1.3 %", "under 0.1 %", "none". */
export function shareText(share: number): string {
  if (share <= 0) return 'none'
  const percent = share * 100
  return percent < 0.1 ? 'under 0.1 %' : `${percent < 10 ? fixed(percent, 1) : fixed(percent)} %`
}

/** A tone's place in EV with one decimal: "+2.4", "−1.7". */
export function evPlace(ev: number): string {
  const text = fixed(Math.abs(ev), 1)
  return text === '0.0' ? '0' : `${ev > 0 ? '+' : '−'}${text}`
}

/** What becomes of a tone, in a word. */
export function fateOf(tone: ToneOut, frame: FrameOut): 'lost' | 'lost on screen' | 'noise' | 'held' {
  if (tone.ev >= frame.raw_clip_ev) return 'lost'
  if (tone.ev >= frame.preview_clip_ev) return 'lost on screen'
  return tone.ev < frame.noise_floor_ev ? 'noise' : 'held'
}
