/** Values held: what is held together, and let go together. */
import { describe, expect, it } from 'vitest'
import type { Pin, PlannedSituation } from '@/api/types'
import { isPinned, pinsFrom, repinned, withoutPin, withPins } from './pins'

const HELD: Pin[] = [
  { setting: 'iso', value: 800 },
  { setting: 'kelvin', value: 5000 },
  { setting: 'white_balance', value: 'kelvin' },
]

describe('holding', () => {
  it('replaces the value held before and keeps the others', () => {
    expect(withPins(HELD, { iso: 1600 })).toEqual([...HELD.slice(1), { setting: 'iso', value: 1600 }])
    expect(HELD[0]!.value).toBe(800)
  })

  it('a kelvin holds the mode that uses it, unless another mode is chosen with it', () => {
    expect(withPins([], { kelvin: 4000 })).toEqual(pinsFrom({ white_balance: 'kelvin', kelvin: 4000 }))
    expect(withPins([], { kelvin: 4000, white_balance: 'auto' })).toEqual(pinsFrom({ white_balance: 'auto', kelvin: 4000 }))
  })

  it('is asked by name', () => {
    expect([isPinned(HELD, 'iso'), isPinned(HELD, 'aperture')]).toEqual([true, false])
  })
})

describe('letting go', () => {
  it('lets the mode go with its kelvin, and one alone otherwise', () => {
    expect(withoutPin(HELD, 'kelvin')).toEqual([HELD[0]])
    expect(withoutPin(HELD, 'white_balance')).toEqual(HELD.slice(0, 2))
    expect(withoutPin(HELD, 'iso')).toEqual(HELD.slice(1))
  })

  it('changes the pins of a situation and nothing else', () => {
    const planned = { body_id: 'b', pins: HELD } as PlannedSituation
    expect(repinned(planned, [])).toEqual({ body_id: 'b', pins: [] })
  })
})
