/** How lines stand after ticks of several devices: the twin of core/camera/preflight/ticks.py, for when no server can be asked. */
import type { components } from '@/api/schema'

export type Tick = components['schemas']['Tick']
export type Line = components['schemas']['CheckLine']

/** ticks: those the server has in its order of receipt, then those of this device. The newest counts, later ones among equals. */
export function standing(ticks: readonly Tick[]): Map<string, Tick> {
  const found = new Map<string, Tick>()
  for (const tick of ticks) {
    const held = found.get(tick.code)
    if (!held || Date.parse(tick.at) >= Date.parse(held.at)) found.set(tick.code, tick)
  }
  return found
}

const latest = (ticks: readonly Tick[]): Tick | undefined =>
  ticks.reduce<Tick | undefined>((last, tick) => (!last || Date.parse(tick.at) > Date.parse(last.at) ? tick : last), undefined)

/** How many of a list's lines are done, and how long the rest takes. */
export function progressOf(lines: readonly Line[], stands: ReadonlyMap<string, Tick>): { done: number; secondsLeft: number } {
  const open = lines.filter((line) => stands.get(line.code)?.state !== 'done')
  return { done: lines.length - open.length, secondsLeft: open.reduce((sum, line) => sum + line.seconds, 0) }
}

/** A tick made now. of: how many lines the list has. */
export function newTick(tick: Pick<Tick, 'shoot_id' | 'run_id' | 'code' | 'state' | 'device' | 'of'>): Tick {
  return { ...tick, id: crypto.randomUUID(), at: new Date().toISOString() }
}

/** Lines that an earlier run left open: its ticks say what was done then. */
export function leftOpen(lines: readonly Line[], ticks: readonly Tick[], runId: string): Set<string> {
  const earlier = ticks.filter((tick) => tick.run_id !== runId)
  const last = latest(earlier)
  if (!last) return new Set()
  const then = standing(earlier.filter((tick) => tick.run_id === last.run_id))
  return new Set(lines.filter((line) => then.get(line.code)?.state !== 'done').map((line) => line.code))
}

/** The run to go on with: the latest of the last twelve hours, from whatever device; null: a new one begins. */
export function runToJoin(ticks: readonly Tick[], now: number): string | null {
  return latest(ticks.filter((tick) => now - Date.parse(tick.at) < 12 * 3_600_000))?.run_id ?? null
}
