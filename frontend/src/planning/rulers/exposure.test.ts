import { describe, expect, it } from 'vitest'
import type { Plan } from '@/api/types'
import { iso, shutter } from './exposure'
import type { At, Ends } from './model'

const window = (id: string, axis: string, low: number | null, high: number | null, marks: number[] = []): Plan['windows'][number] =>
  ({ id, axis, low, high, marks, severity: 'costs', imposed_by: id, sentence: `${id} says.`, figures: [], said: {} }) as Plan['windows'][number]

const planned = (windows: Plan['windows'], mode = 'manual'): Plan =>
  ({
    windows,
    choice: { shutter_s: 1 / 250, aperture: 4, iso: 800 },
    prices: [],
    setup: { settings: { exposure_mode: { value: mode }, iso: { limits: [] }, shutter_s: { limits: [] } } },
  }) as unknown as Plan

const ends: Ends = { shutter: [1, 1 / 8000], aperture: [1.4, 22], iso: [100, 25600] } as Ends
const at: At = ((_: string, planned_: number) => planned_) as At

describe('the ISO ruler', () => {
  it('marks where the sensor reads more cleanly and where only the sky counts, each with its sentence', () => {
    const ruler = iso(planned([window('second_gain', 'iso', null, null, [640]), window('read_noise_drowned', 'iso', null, null, [3200])]), ends, at)
    expect(ruler.notes.map((note) => [note.label, note.sentence])).toEqual([
      ['cleaner', 'second_gain says.'],
      ['noise drowned', 'read_noise_drowned says.'],
    ])
  })

  it('lets two marks at one place share a label and say both', () => {
    const ruler = iso(planned([window('second_gain', 'iso', null, null, [640]), window('read_noise_drowned', 'iso', null, null, [650])]), ends, at)
    expect(ruler.notes).toHaveLength(1)
    expect(ruler.notes[0]!.sentence).toBe('second_gain says. read_noise_drowned says.')
  })

  it('leaves marks beyond its ends away, and other limits to the bands', () => {
    const ruler = iso(planned([window('second_gain', 'iso', null, null, [50]), window('ceiling', 'iso', null, 6400)]), ends, at)
    expect(ruler.notes).toEqual([])
    expect(ruler.bands.map((band) => band.id)).toEqual(['ceiling'])
  })

  it('says how far the ceiling is, and whether the ISO follows by itself', () => {
    const ceiling = [window('ceiling', 'iso', null, 6400)]
    expect(iso(planned(ceiling), ends, at).meaning).toBe('3 under your ceiling')
    expect(iso(planned([window('ceiling', 'iso', null, 800)]), ends, at).meaning).toBe('at or above your ceiling')
    expect(iso(planned(ceiling), ends, at).name).toBe('ISO')
    expect(iso(planned(ceiling, 'manual_auto_iso'), ends, at).name).toBe('ISO, automatic')
  })

  it('moves by a third step and snaps to the marks', () => {
    const ruler = iso(planned([]), ends, at)
    expect(ruler.nudge(800, 1)).toBeCloseTo(800 * 2 ** (1 / 3), 0)
    expect(ruler.snap(830)).toBeCloseTo(800, 0)
  })
})

describe('the shutter ruler', () => {
  it('shows the lamp once, not as a band', () => {
    const ruler = shutter(planned([window('flicker', 'shutter_s', null, null, [0.01, 0.02, 0.03])]), ends, at)
    expect(ruler.notes.map((note) => note.label)).toEqual(['flicker'])
    expect(ruler.bands).toEqual([])
  })
})
