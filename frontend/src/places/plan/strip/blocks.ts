/** Situations as blocks on the hours of a day: where each lies and in what light. */
import type { DayOut, DayRequest, NamedLight, PlannedSituation } from '@/api/types'

export interface Block {
  id: string
  title: string
  from: number
  to: number
  timed: boolean
  ev: number | null
  evLow: number
  evHigh: number
}

export interface Hours {
  from: number
  to: number
}

const UNTIMED_MIN = 45
const GAP_MIN = 15
const SHORTEST_MIN = 5
const SKY_AROUND_MIN = 60
const STEP_MIN = 5

/** Situations without hours follow the one before them. `moved` are hours under the pointer, not saved yet. */
export function blocksOf(
  situations: readonly PlannedSituation[],
  lights: readonly NamedLight[],
  day: DayOut | null,
  moved: (Hours & { id: string }) | null,
): Block[] {
  const found: Block[] = []
  let clock = 9 * 60
  for (const { situation } of situations) {
    const here = moved?.id === situation.id ? moved : null
    const starts = here?.from ?? situation.starts_at_min ?? null
    const from = starts ?? clock
    const to = Math.max(here?.to ?? situation.ends_at_min ?? from + UNTIMED_MIN, from + SHORTEST_MIN)
    found.push({ id: situation.id, title: situation.title, from, to, timed: starts !== null, ...lightOf(situation, lights, day) })
    clock = to + GAP_MIN
  }
  return found
}

/** What the strip asks the sky of each block: its hours as they lie now, and what its light depends on. */
export function askedBlocks(blocks: readonly Block[], situations: readonly PlannedSituation[]): DayRequest['blocks'] {
  return blocks.map((block, i) => {
    const { light, genre, subject, bearing_deg } = situations[i]!.situation
    return { id: block.id, from_min: block.from, until_min: block.to, light, genre, subject, bearing_deg }
  })
}

function lightOf(
  situation: PlannedSituation['situation'],
  lights: readonly NamedLight[],
  day: DayOut | null,
): Pick<Block, 'ev' | 'evLow' | 'evHigh'> {
  const { light } = situation
  const seen = day?.blocks.find((block) => block.id === situation.id)
  if (seen) return { ev: seen.ev100, evLow: seen.ev_low, evHigh: seen.ev_high }
  const named = light.kind === 'named' ? lights.find((item) => item.id === light.name) : null
  const ev = light.kind === 'ev' || light.kind === 'reading' ? light.ev100 : (named?.ev100 ?? null)
  return { ev, evLow: Math.min(light.ev_low ?? ev ?? 0, ev ?? 0), evHigh: Math.max(light.ev_high ?? ev ?? 0, ev ?? 0) }
}

/** The hours the strip shows: those of its blocks, with an hour of sky around them where the sky is known. */
export function hoursOf(blocks: readonly Block[], sky: boolean): Hours {
  const from = Math.min(...blocks.map((block) => block.from), 24 * 60)
  const to = Math.max(...blocks.map((block) => block.to), from + 60)
  const around = sky ? SKY_AROUND_MIN : GAP_MIN
  return { from: Math.floor((from - around) / 30) * 30, to: Math.ceil((to + around) / 30) * 30 }
}

/** Hours moved or stretched by some minutes, on the five-minute grid, never shorter than five minutes or before midnight. */
export function shifted(block: Hours, byMin: number, part: 'whole' | 'start' | 'end'): Hours {
  const snap = (minutes: number): number => Math.round(minutes / STEP_MIN) * STEP_MIN
  if (part === 'start') return { from: Math.min(Math.max(snap(block.from + byMin), 0), block.to - SHORTEST_MIN), to: block.to }
  if (part === 'end') return { from: block.from, to: Math.max(snap(block.to + byMin), block.from + SHORTEST_MIN) }
  const from = Math.max(snap(block.from + byMin), 0)
  return { from, to: from + block.to - block.from }
}
