/** The sky laid out flat: where bearings and heights fall, lines that leave and come back, land, marks, close views. */
import { describe, expect, it } from 'vitest'
import { ref } from 'vue'
import type { PanoramaOut } from '@/api/types'
import { type Direction, useHorizon } from './horizon'

const AROUND = Array.from({ length: 37 }, (_, k) => k * 10)
const sky = (changes: Partial<PanoramaOut> = {}): PanoramaOut =>
  ({
    glow: { azimuth_deg: AROUND, altitude_deg: [0, 30, 60, 90], magnitude: [0, 1, 2, 3].map((row) => AROUND.map(() => 17 + row * 1.6)) },
    horizon_deg: AROUND.map(() => 10),
    frame: null,
    stars: [
      { name: 'Bright', magnitude: 0.1 },
      { name: 'Faint', magnitude: 2 },
    ],
    tracks: [],
    ...changes,
  }) as unknown as PanoramaOut

function laid(asked: { close?: boolean; pointed?: Direction | null; held?: Direction | null; sky?: Partial<PanoramaOut> } = {}) {
  return useHorizon(
    () => sky(asked.sky),
    () => asked.pointed ?? null,
    () => asked.close ?? false,
    ref(asked.held ?? null),
    ref(720),
    ref(440),
  )
}

describe('the whole horizon', () => {
  it('has south in the middle, two pixels a degree, and four degrees under the horizon', () => {
    const { x, y } = laid()
    expect([x(180), x(90), x(270), x(0)]).toEqual([360, 180, 540, 0])
    expect([y(-4), y(84)].map(Math.round)).toEqual([440, 0])
  })

  it('breaks a line that leaves on one side and comes back on the other', () => {
    const d = laid().way([350, 355, 5, 10], [10, 10, 10, 10])
    expect(d.match(/M/g)).toHaveLength(2)
    expect(laid().way([100, 110, 120], [1, 2, 3]).match(/M/g)).toHaveLength(1)
  })

  it('names the eight points, the four main ones stronger', () => {
    const names = laid().bearings.value
    expect(names.map((each) => each.label)).toEqual(['NE', 'E', 'SE', 'S', 'SW', 'W', 'NW']) // north is the cut
    expect(names.filter((each) => each.main).map((each) => each.label)).toEqual(['E', 'S', 'W'])
    expect(laid().heights.value.map(Math.abs)).toEqual([0, 15, 30, 45, 60, 75])
  })

  it('draws cells at both sides of the cut, brighter from dark to bright, within 0 and 1', () => {
    const cells = laid().cells.value
    const first = cells.filter((cell) => cell.key.startsWith('0/'))
    expect(first.length).toBe(37) // 36 around, north twice: half of it on either side
    expect(first.every((cell) => cell.bright === 1)).toBe(true)
    const last = cells.filter((cell) => cell.key.startsWith('3/'))
    expect(last[0]!.bright).toBeCloseTo((21.9 - 21.8) / 4.9)
    expect(cells.every((cell) => cell.height > 0 && cell.width > 0)).toBe(true)
  })

  it('draws the land as high as it stands, between its points by straight lines', () => {
    const uneven = laid({ sky: { horizon_deg: AROUND.map((azimuth) => (azimuth === 180 ? 40 : 10)) } })
    const heights = uneven.landPath.value
      .slice(1)
      .split('L')
      .map((point) => Number(point.split(' ')[1]))
    const top = Math.min(...heights.slice(0, 73))
    expect(top).toBeCloseTo(uneven.y(40), 0)
    expect(heights[0]).toBeCloseTo(uneven.y(10), 0)
    expect(heights[37]!).toBeCloseTo(uneven.y(25), 0) // 185 degrees, halfway down
  })

  it('names bright stars only, and marks every second hour of a track above the land', () => {
    const { named, hourMarks } = laid()
    expect(named.value.map((star) => star.name)).toEqual(['Bright'])
    const track = { minutes: [1200, 1260, 1320, 1440], azimuth_deg: [100, 110, 120, 150], altitude_deg: [20, 25, -5, 30] }
    expect(hourMarks(track as PanoramaOut['tracks'][number]).map((mark) => mark.label)).toEqual(['20:00', '00:00'])
  })
})

describe('around the frame', () => {
  const frame = { azimuth_deg: [95, 105, 105, 95], altitude_deg: [5, 5, 12, 12] } as PanoramaOut['frame']
  const looks = { bearing: 100, tilt: 8 }

  it('is nine times as wide as what the lens shows, and centred on where it looks', () => {
    const { x, degPerPx, rise, y } = laid({ close: true, pointed: looks, sky: { frame } })
    expect(degPerPx.value * 720).toBeCloseTo(45)
    expect(x(100)).toBeCloseTo(360)
    expect(y(8)).toBeCloseTo(220)
    expect(rise.value).toBeCloseTo((440 * 45) / 720)
  })

  it('stands still while the frame is turned', () => {
    const { x } = laid({ close: true, pointed: { bearing: 120, tilt: 8 }, held: looks, sky: { frame } })
    expect(x(100)).toBeCloseTo(360)
  })

  it('never comes nearer than six degrees, and marks single degrees there', () => {
    const long = { azimuth_deg: [99.9, 100.1], altitude_deg: [8, 8] } as PanoramaOut['frame']
    const view = laid({ close: true, pointed: looks, sky: { frame: long } })
    expect(view.degPerPx.value * 720).toBeCloseTo(6)
    expect(view.bearings.value.map((each) => each.label)).toContain('101°')
  })

  it('draws the outline where there is a frame, else none', () => {
    expect(laid({ sky: { frame } }).outline.value).toMatch(/^M\d/)
    expect(laid().outline.value).toBe('')
  })
})
