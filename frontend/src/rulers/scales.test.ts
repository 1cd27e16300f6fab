import { describe, expect, it } from 'vitest'
import { type Band, type Flag, flags, linearScale, logScale, miredScale, openEnds, placeLabels, roomyTicks, stretches, textWidth } from './scales'

const band = (low: number | null, high: number | null, severity: Band['severity'] = 'costs', id = 'b'): Band => ({
  id,
  low,
  high,
  severity,
  label: id,
  sentence: '',
})

describe('scales', () => {
  it('go there and back, in both directions', () => {
    for (const scale of [logScale(1, 16), logScale(16, 1), linearScale(-3, 5), miredScale(2000, 10000)]) {
      for (const unit of [0, 0.25, 1]) expect(scale.toUnit(scale.fromUnit(unit))).toBeCloseTo(unit, 9)
    }
  })

  it('put equal stops, or equal mireds, at equal distances', () => {
    const log = logScale(1, 16)
    expect([1, 2, 4, 8, 16].map(log.toUnit)).toEqual([0, 0.25, 0.5, 0.75, 1])
    expect(miredScale(2000, 10000).toUnit(1e6 / 300)).toBeCloseTo(0.5, 9)
  })
})

describe('stretches', () => {
  it('hatch what a limit bars, on the side it bars', () => {
    expect(stretches([band(2, 8)], logScale(1, 16))).toEqual([
      { from: 0, to: 0.25, severity: 'costs' },
      { from: 0.75, to: 1, severity: 'costs' },
    ])
    expect(stretches([band(2, 8)], logScale(16, 1))).toEqual([
      { from: 0, to: 0.25, severity: 'costs' },
      { from: 0.75, to: 1, severity: 'costs' },
    ])
    expect(stretches([band(null, 4)], logScale(1, 16))).toEqual([{ from: 0.5, to: 1, severity: 'costs' }])
  })

  it('show the heavier hatch where limits overlap, and join neighbours of one kind', () => {
    const found = stretches([band(null, 4), band(null, 8, 'forbidden'), band(null, 2)], logScale(1, 16))
    expect(found).toEqual([
      { from: 0.25, to: 0.75, severity: 'costs' },
      { from: 0.75, to: 1, severity: 'forbidden' },
    ])
  })

  it('leave out what lies beyond the ruler', () => {
    expect(stretches([band(0.5, 32)], logScale(1, 16))).toEqual([])
  })
})

describe('flags and labels', () => {
  it('stand where a limit bites, unless that is at the very end', () => {
    expect(flags([band(2, 8), band(1, 16)], logScale(1, 16)).map((flag) => [flag.at, flag.side])).toEqual([
      [0.25, 'left'],
      [0.75, 'right'],
    ])
  })

  it('never overlap each other or what is taken', () => {
    const many: Flag[] = Array.from({ length: 12 }, (_, k) => ({
      at: k / 11,
      label: `limit ${k}`,
      severity: 'costs',
      sentence: '',
      side: k % 2 ? 'left' : 'right',
    }))
    const taken: [number, number] = [140, 160]
    const placed = placeLabels(many, 300, 1, [taken]).filter((label) => label.x !== null)
    const spans = placed.map((label) => [label.x!, label.x! + textWidth(label.label)] as const)
    expect(placed.length).toBeGreaterThan(2)
    spans.forEach(([from, to], k) => {
      expect(from > taken[1] || to < taken[0]).toBe(true)
      spans.slice(k + 1).forEach(([otherFrom, otherTo]) => expect(from > otherTo || to < otherFrom).toBe(true))
    })
  })

  it('give costs their room before notes', () => {
    const flag = (severity: Flag['severity']): Flag => ({
      at: 0.5,
      label: 'a label that needs much room here',
      severity,
      sentence: '',
      side: 'right',
    })
    const placed = placeLabels([flag('plain'), flag('plain'), flag('costs')], 360, 1)
    expect(placed.find((label) => label.severity === 'costs')?.x).not.toBeNull()
    expect(placed.filter((label) => label.x !== null).length).toBeLessThan(3)
  })

  it('leave out ticks that have no room', () => {
    const ticks = Array.from({ length: 50 }, (_, k) => ({ value: 2 ** (k / 10), label: `${k}`, major: k % 10 === 0 }))
    const shown = roomyTicks(ticks as never, logScale(1, 32), 200)
    expect(shown.length).toBeGreaterThan(2)
    expect(shown.length).toBeLessThan(25)
  })
})

describe('the ends a ruler can be set to', () => {
  const scale = linearScale(0, 10)
  const barred = (low: number | null, high: number | null): Band => band(low, high, 'forbidden')

  it('are its own where nothing is barred, or where a limit only costs', () => {
    expect(openEnds([], scale)).toEqual([0, 10])
    expect(openEnds([band(2, 8, 'costs')], scale)).toEqual([0, 10])
  })

  it('stop at hard limits, the nearer of two', () => {
    expect(openEnds([barred(2, null), barred(3, 8)], scale)).toEqual([3, 8])
  })

  it('are its own again where nothing is left', () => {
    expect(openEnds([barred(6, null), barred(null, 4)], scale)).toEqual([0, 10])
  })
})
