import { describe, expect, it } from 'vitest'
import type { FrameSummary } from '@/api/types'
import { burstRound, nextBurstFrom, parts } from './bursts'

let number = 0
function frame(second: number | null, said: Partial<FrameSummary['said']> = {}): FrameSummary {
  const taken_at = second === null ? null : new Date(Date.UTC(2026, 9, 17, 18, 0, Math.floor(second))).toISOString().slice(0, 19)
  const subsecond_ms = second === null ? null : Math.round((second % 1) * 1000)
  return {
    id: `f${(number += 1)}`,
    said: { taken_at, subsecond_ms, exposure_s: 0.001, body_make_model: 'A', body_serial: null, ...said },
  } as FrameSummary
}

describe('bursts among frames', () => {
  const line = [0, 0.1, 0.9, 2.5, 2.6, 9].map((second) => frame(second))
  it('end with a second without a frame', () => {
    expect(burstRound(line, line[1]!).map((each) => each.id)).toEqual(line.slice(0, 3).map((each) => each.id))
    expect(burstRound(line, line[4]!)).toHaveLength(2)
    expect(burstRound(line, line[5]!)).toEqual([line[5]])
    expect(burstRound(line, frame(0))).toHaveLength(1)
  })
  it('are gone to one after the other, the last frame ends them', () => {
    expect([0, 1, 3, 5].map((at) => nextBurstFrom(line, at))).toEqual([3, 3, 5, 5])
  })
  it('are not parted by a long exposure, and are by another body or a missing time', () => {
    expect(parts(frame(0, { exposure_s: 20 }), frame(20.5))).toBe(false)
    expect(parts(frame(0), frame(1.5))).toBe(true)
    expect(parts(frame(0), frame(0.1, { body_make_model: 'B' }))).toBe(true)
    expect(parts(frame(0, { body_serial: '1' }), frame(0.1, { body_serial: '2' }))).toBe(true)
    expect(parts(frame(null), frame(0.1))).toBe(true)
  })
})
