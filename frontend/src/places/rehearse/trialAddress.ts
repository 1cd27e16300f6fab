/** A trial as a short text in the address, so that a link shows the same frame: "shutter_s:0.004;iso:3200;@0.4,0.55;~light_ev:1;metered". */
import type { SceneTuning } from '@/api/types'
import type { Chosen } from '@/frames/useRehearsed'
import type { Changes, PinValue } from '@/planning/pins'

export interface Trial {
  changes: Changes
  tuning: Partial<SceneTuning>
  scene: Chosen | null
  point: { x: number; y: number }
  metered: boolean
  /** A fisheye straightened at home. */
  straight: boolean
}

export const FRESH: Trial = { changes: {}, tuning: {}, scene: null, point: { x: 0.5, y: 0.5 }, metered: false, straight: false }

const PAIR = /^(~?)([a-z][a-z0-9_]*):(.*)$/

const written = (value: unknown): string => (typeof value === 'number' ? String(Number(value.toPrecision(6))) : String(value))

/** "" for a trial of nothing. */
export function writeTrial(trial: Trial): string {
  const { changes, tuning, point } = trial
  return [
    ...Object.entries(changes).map(([setting, value]) => `${setting}:${written(value)}`),
    ...(point.x !== FRESH.point.x || point.y !== FRESH.point.y ? [`@${written(point.x)},${written(point.y)}`] : []),
    ...Object.entries(tuning).flatMap(([part, value]) => (typeof value === 'object' ? [] : [`~${part}:${written(value)}`])),
    ...(trial.metered ? ['metered'] : []),
    ...(trial.straight ? ['straight'] : []),
  ].join(';')
}

function valueOf(text: string): PinValue {
  if (text === 'true' || text === 'false') return text === 'true'
  return text.trim() !== '' && Number.isFinite(Number(text)) ? Number(text) : text
}

/** The trial an address asks for; what it says and nobody understands is passed over. null: it asks for none. */
export function readTrial(text: unknown): Trial | null {
  if (typeof text !== 'string' || !text) return null
  const trial: Trial = { ...FRESH, changes: {}, tuning: {} }
  for (const part of text.split(';')) {
    const pair = PAIR.exec(part)
    const at = /^@([\d.]+),([\d.]+)$/.exec(part)
    if (pair?.[1]) trial.tuning = { ...trial.tuning, [pair[2]!]: valueOf(pair[3]!) } as Partial<SceneTuning>
    else if (pair) trial.changes = { ...trial.changes, [pair[2]!]: valueOf(pair[3]!) }
    else if (at) trial.point = { x: Math.min(Number(at[1]), 1), y: Math.min(Number(at[2]), 1) }
    else if (part === 'metered') trial.metered = true
    else if (part === 'straight') trial.straight = true
  }
  return trial
}

export interface NamedTrial {
  /** "": by its place. */
  name: string
  trial: Trial
}

const BETWEEN = '|'
const NAMED = /^=([^;]*);?/

/** Trials side by side, those with a name with it: "=Slow;shutter_s:0.5|=Fast;shutter_s:0.002". */
export const writeTrials = (trials: readonly NamedTrial[]): string =>
  trials.map(({ name, trial }) => (name ? `=${name.replace(/[;|]/g, ',')};` : '') + writeTrial(trial)).join(BETWEEN)

export const readTrials = (text: string): NamedTrial[] =>
  text.split(BETWEEN).flatMap((part) => {
    const trial = readTrial(part.replace(NAMED, '')) ?? (NAMED.test(part) ? FRESH : null)
    return trial ? [{ name: NAMED.exec(part)?.[1] ?? '', trial }] : []
  })
