/** Which of the brief's tones lies at a place of the frame. */
import type { FrameOut } from '@/api/types'

export function toneAt(frame: Pick<FrameOut, 'tone_names' | 'tone_grid'>, at: { x: number; y: number }): string | null {
  const rows = frame.tone_grid
  const row = rows[Math.min(Math.floor(at.y * rows.length), rows.length - 1)]
  if (!row) return null
  const index = row[Math.min(Math.floor(at.x * row.length), row.length - 1)] ?? -1
  return frame.tone_names[index] ?? null
}

export type Wish = 'must_hold' | 'may_clip' | 'may_go_black'
export const WISHES: { value: Wish | 'none'; label: string }[] = [
  { value: 'none', label: 'no wish' },
  { value: 'must_hold', label: 'must hold' },
  { value: 'may_clip', label: 'may clip' },
  { value: 'may_go_black', label: 'may go black' },
]

type Wishes = Partial<Record<Wish, readonly string[]>>

/** The brief's three lists with one tone moved to one of them, or taken out of all. */
export function wished(now: Wishes, tone: string, wish: Wish | 'none'): Record<Wish, string[]> {
  const without = (list: readonly string[] | undefined): string[] => (list ?? []).filter((name) => name !== tone)
  const lists = { must_hold: without(now.must_hold), may_clip: without(now.may_clip), may_go_black: without(now.may_go_black) }
  if (wish !== 'none') lists[wish].push(tone)
  return lists
}

/** The class of tone a subject has that lies so many EV over mid. */
export const toneClass = (ev: number): 'dark' | 'mid' | 'light' => (ev >= 1 ? 'light' : ev <= -1 ? 'dark' : 'mid')
