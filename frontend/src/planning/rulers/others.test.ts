/** The rulers of tone, colour and distance, and what all of them share. */
import { beforeEach, describe, expect, it } from 'vitest'
import type { Body, FrameOut, Lens, Plan } from '@/api/types'
import { distanceUnit } from '@/shared/units'
import { colour } from './colour'
import { distance } from './distance'
import { type At, bandsOn, type Ends, endsOf, meaningOf, snapTo } from './model'
import { tone } from './tone'

const asPlanned: At = (_, value) => value
const SENSOR = { noise_floor_ev: -6, preview_clip_ev: 2.5, raw_clip_ev: 3.3, scene_low_ev: -5, scene_high_ev: 3 }
const SHARP = { focus_m: 10, near_m: 8, far_m: 14, hyperfocal_m: 60, subject_near_m: 9, subject_far_m: 12, background_blur_percent: 2 }

function planned(changes: Record<string, unknown> = {}, settings: Record<string, unknown> = {}): Plan {
  return {
    sensor: SENSOR,
    sharpness: SHARP,
    light: { cct_k: 5000, second_cct_k: null },
    choice: { shutter_s: 1 / 250, aperture: 4, iso: 800 },
    windows: [],
    prices: [],
    set_by_hand: [],
    setup: { settings: { exposure_comp_ev: { value: -1 }, kelvin: { value: 5000 }, white_balance: { value: 'kelvin' }, ...settings } },
    ...changes,
  } as unknown as Plan
}

describe('the tone ruler', () => {
  it('says whether one frame holds the scene, and what the meter is told', () => {
    const ruler = tone(planned(), asPlanned, null)
    expect([ruler.valueText, ruler.meaning, ruler.marker]).toEqual(['8.0 EV', 'fits one frame; meter −1', -1])
    const wide = tone(planned({ sensor: { ...SENSOR, scene_low_ev: -7 } }), asPlanned, null)
    expect(wide.meaning).toBe('more than one frame; meter −1')
  })

  it('says so where nobody knows the range, and where all is set by hand', () => {
    const unknown = tone(planned({ sensor: { ...SENSOR, scene_low_ev: null, scene_high_ev: null } }), asPlanned, null)
    expect([unknown.valueText, unknown.field, unknown.meaning]).toEqual(['range unknown', null, 'meter −1'])
    const hand = tone(planned({ set_by_hand: ['shutter_s', 'aperture', 'iso'] }), asPlanned, null)
    expect([hand.fixed, hand.meaning]).toEqual([true, 'fits one frame; set by hand'])
  })

  it('bars what drowns, what the screen loses and what is lost for good', () => {
    const bars = tone(planned(), asPlanned, null).bands.map((band) => [band.id, band.low, band.high, band.severity])
    expect(bars).toEqual([
      ['noise', -6, null, 'costs'],
      ['preview', null, 2.5, 'costs'],
      ['raw', null, 3.3, 'forbidden'],
    ])
  })

  it('shows the frame’s own tones by eighths of a stop, the ends left out of the scale', () => {
    const counts = Array.from({ length: 112 }, (_, k) => (k === 0 ? 9000 : k === 50 ? 400 : k === 51 ? 100 : 0))
    const ruler = tone(planned(), asPlanned, { raw_histogram: [[], counts, []], raw_clip_ev: 3.3 } as unknown as FrameOut)
    expect(ruler.profile![50]).toEqual({ value: 50.5 / 8 - 14 + 3.3, height: 1 })
    expect(ruler.profile![51]!.height).toBeCloseTo(0.5)
    expect(ruler.profile![0]!.height).toBe(1)
    expect(tone(planned(), asPlanned, null).profile).toBeUndefined()
  })

  it('moves by thirds', () => {
    const ruler = tone(planned(), asPlanned, null)
    expect([ruler.snap(-0.9), ruler.snap(0.2)]).toEqual([-1, 1 / 3])
    expect(ruler.nudge(-1, 2)).toBeCloseTo(-1 / 3)
  })
})

describe('the colour ruler', () => {
  const set = (kelvin: number, light: number, mode = 'kelvin'): Plan =>
    planned({ light: { cct_k: light, second_cct_k: null } }, { kelvin: { value: kelvin }, white_balance: { value: mode } })

  it('says which way the picture leans: a higher setting than the light is warmer', () => {
    expect(colour(set(5000, 5000), asPlanned).meaning).toBe('neutral in this light')
    expect(colour(set(6250, 5000), asPlanned).meaning).toBe('40 mired warmer')
    expect(colour(set(4000, 5000), asPlanned).meaning).toBe('50 mired cooler')
    expect(colour(set(5000, 5000, 'auto'), asPlanned).meaning).toBe('automatic; neutral in this light')
  })

  it('marks the lights, and leaves the second light’s own limit away', () => {
    const windows = [
      { id: 'cast', axis: 'kelvin', low: 4200, high: 6000, severity: 'costs', imposed_by: 'colour cast', sentence: '' },
      { id: 'second_cast', axis: 'kelvin', low: 2700, high: 3300, severity: 'costs', imposed_by: 'second', sentence: '' },
    ]
    const ruler = colour(planned({ windows, light: { cct_k: 5000, second_cct_k: 2900 } }), asPlanned)
    expect(ruler.notes.map((note) => note.label)).toEqual(['light', 'second light'])
    expect(ruler.bands.map((band) => [band.id, band.label])).toEqual([['cast', 'cast shows']])
  })

  it('takes the light’s colour where no kelvin is set, and moves by fifties', () => {
    const ruler = colour(planned({}, { kelvin: { value: null } }), asPlanned)
    expect([ruler.marker, ruler.snap(5013), ruler.nudge(5000, -3)]).toEqual([5000, 5000, 4850])
  })
})

describe('the distance ruler', () => {
  const ends = { distance: [2, 40] } as unknown as Ends
  beforeEach(() => (distanceUnit.value = 'm'))

  it('says what is sharp and marks the subject; beyond its ends nothing is marked', () => {
    const ruler = distance(planned(), ends, asPlanned)
    expect([ruler.valueText, ruler.meaning]).toEqual(['10 m', 'sharp 8 m to 14 m'])
    expect(ruler.notes.map((note) => note.label)).toEqual(['nearest', 'farthest']) // 60 m lies beyond
  })

  it('is sharp to infinity where the lens is set there', () => {
    const far = { ...SHARP, focus_m: null, far_m: null, subject_far_m: null }
    const ruler = distance(planned({ sharpness: far }), ends, asPlanned)
    expect([ruler.valueText, ruler.meaning]).toEqual(['∞', 'sharp 8 m to ∞'])
    expect(ruler.field!.to).toBe(80) // past the end of the ruler
  })

  it('speaks feet to those who measure in feet', () => {
    distanceUnit.value = 'ft'
    const ruler = distance(planned(), ends, asPlanned)
    expect([ruler.valueText, ruler.meaning]).toEqual(['32.8 ft', 'sharp 26.2 ft to 45.9 ft'])
    expect(ruler.ticks.map((tick) => tick.label)).toContain('15 ft')
    distanceUnit.value = 'm'
  })

  it('moves by an eighth of the distance and snaps to two figures', () => {
    const ruler = distance(planned(), ends, asPlanned)
    expect([ruler.nudge(10, 1), ruler.nudge(10, -1), ruler.snap(11.7)]).toEqual([11.2, 8.93, 12])
  })
})

describe('what they share', () => {
  const window = (id: string, axis: string, low: number | null, high: number | null): Plan['windows'][number] =>
    ({ id, axis, low, high, severity: 'costs', imposed_by: id, sentence: `${id}.` }) as Plan['windows'][number]

  it('only limits on the axis become bands', () => {
    const plan = planned({ windows: [window('motion', 'shutter_s', null, 0.01), window('ceiling', 'iso', null, 6400)] })
    expect(bandsOn(plan, 'shutter_s')).toEqual([{ id: 'motion', low: null, high: 0.01, severity: 'costs', label: 'motion', sentence: 'motion.' }])
  })

  it('a value says what it passes, else what holds it, else that it is free', () => {
    const held = { settings: { iso: { limits: ['ceiling'] } } }
    const windows = [window('ceiling', 'iso', null, 6400)]
    expect(meaningOf(planned({ windows, setup: held }), 'iso', 'iso')).toBe('at: ceiling')
    const prices = [
      { axis: 'iso', label: 'noise', ev: 1 },
      { axis: 'iso', label: 'ceiling', ev: 1 / 3 },
      { axis: 'shutter_s', label: 'motion', ev: 2 },
    ]
    expect(meaningOf(planned({ windows, setup: held, prices }), 'iso', 'iso')).toBe('noise +1, ceiling +⅓')
    expect(meaningOf(planned({ setup: { settings: { iso: { limits: [] } } } }), 'iso', 'iso')).toBe('free')
  })

  it('its ends hold the choice, the kit and the subject', () => {
    const body = { base_iso: 100, highest_iso: 51200, ceilings: { push: 12800 } } as Body
    const lens = { closest_focus_m: 0.5 } as Lens
    const windows = [window('lens_ends', 'aperture', 2.8, 22), window('shutter_end_fast', 'shutter_s', 1 / 8000, null)]
    const ends = endsOf(planned({ windows }), body, lens)
    expect(ends.aperture[0]).toBeLessThan(2.8)
    expect(ends.aperture[1]).toBeGreaterThan(22)
    expect(ends.shutter[0]).toBeGreaterThan(1 / 250)
    expect(ends.shutter[1]).toBeLessThan(1 / 250)
    expect(ends.iso).toEqual([92, 32000])
    expect(ends.distance[0]).toBeLessThan(8)
    expect(ends.distance[1]).toBeGreaterThan(12)
  })

  it('snaps to third steps', () => {
    expect(snapTo('iso')(815)).toBeCloseTo(800)
    expect(snapTo('aperture')(4.1)).toBeCloseTo(4)
    expect(snapTo('shutter')(1 / 240)).toBeCloseTo(1 / 256)
  })
})
