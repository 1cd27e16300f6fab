import { describe, expect, it } from 'vitest'
import { scaleOf } from './scale'

const at = (measure: 'ev' | 'm' | 'k' | 's', low: number, high: number, share: number): number => scaleOf({ measure, low, high })!.valueAt(share)

describe('the scale of an answer', () => {
  it('runs over thirds of stops', () => {
    expect(at('ev', -4, 4, 0.5)).toBe(0)
    expect(at('ev', -4, 4, 0.55)).toBeCloseTo(1 / 3, 9)
    expect(scaleOf({ measure: 'ev', low: -4, high: 4 })!.step).toBeCloseTo(1 / 24, 9)
    expect([at('s', 1 / 8000, 1 / 15, 0), at('s', 1 / 8000, 1 / 15, 1)].map((each) => Math.round(1 / each))).toEqual([8192, 16])
  })

  it('runs over ratios for distances and kelvin', () => {
    expect(at('m', 0.5, 8, 0.5)).toBe(2)
    expect(at('k', 2000, 8000, 0.5)).toBe(4000)
  })

  it('is none for what is chosen or placed', () => {
    expect(scaleOf({ measure: 'choice', low: null, high: null })).toBeNull()
    expect(scaleOf({ measure: 'point', low: 0, high: 1 })).toBeNull()
  })
})
