import { describe, expect, it } from 'vitest'
import { leftOpen, type Line, runToJoin, standing, type Tick } from './ticks'

const NOON = Date.parse('2026-09-12T12:00:00Z')
let number = 0
function tick(code: string, minutes: number, state: Tick['state'] = 'done', run_id = 'one'): Tick {
  number += 1
  return { id: String(number), shoot_id: 's', run_id, code, state, at: new Date(NOON + minutes * 60_000).toISOString(), device: '' }
}
const lines = ['a', 'b', 'c'].map((code) => ({ code })) as Line[]

describe('standing', () => {
  it('takes the newest whatever order they come in', () => {
    const late = tick('a', 5, 'undone')
    const early = tick('a', 1)
    expect(standing([late, early]).get('a')).toBe(late)
    expect(standing([early, late]).get('a')).toBe(late)
  })
  it('takes the later one among equal clocks', () => {
    const first = tick('a', 1)
    const second = tick('a', 1, 'failed')
    expect(standing([first, second]).get('a')).toBe(second)
  })
  it('compares moments, not texts', () => {
    const early = { ...tick('a', 0), at: '2026-09-12T13:00:00+02:00' }
    const late = { ...tick('a', 0, 'failed'), at: '2026-09-12T11:30:00Z' }
    expect(standing([late, early]).get('a')).toBe(late)
  })
})

describe('leftOpen', () => {
  it('holds what the run before left open or failed', () => {
    const ticks = [tick('a', 0), tick('b', 1, 'failed'), tick('c', 2), tick('c', 3, 'undone')]
    expect(leftOpen(lines, ticks, 'two')).toEqual(new Set(['b', 'c']))
  })
  it('asks only the latest of the runs before, and nothing of the first run', () => {
    const ticks = [tick('a', 0, 'undone', 'older'), tick('a', 10, 'done', 'one'), tick('b', 11, 'done', 'one'), tick('c', 12, 'done', 'one')]
    expect(leftOpen(lines, ticks, 'two').size).toBe(0)
    expect(leftOpen(lines, [tick('a', 1, 'done', 'two')], 'two').size).toBe(0)
  })
})

describe('runToJoin', () => {
  it('is the latest of the last twelve hours', () => {
    expect(runToJoin([tick('a', 0, 'done', 'one'), tick('a', 5, 'done', 'two')], NOON + 3_600_000)).toBe('two')
    expect(runToJoin([tick('a', 0)], NOON + 13 * 3_600_000)).toBeNull()
    expect(runToJoin([], NOON)).toBeNull()
  })
})
