import { beforeEach, describe, expect, it } from 'vitest'
import {
  degreesFromShown,
  degreesToShown,
  degreesUnit,
  distanceBand,
  distanceText,
  distanceUnit,
  INFINITY_M,
  parseDistance,
  speedBand,
  speedFromShown,
  speedToShown,
  writeDistance,
} from './units'

describe('distances and speeds in the reader’s unit', () => {
  beforeEach(() => (distanceUnit.value = 'm'))

  it('says metres as they are held', () => {
    expect(distanceText(4.5)).toBe('4.5 m')
    expect(distanceText(0.123)).toBe('0.12 m')
    expect(distanceText(1234)).toBe('1234 m')
    expect(distanceBand(15, 40)).toBe('15 m – 40 m')
    expect(distanceBand(2, null)).toBe('2 m – ∞')
    expect(distanceBand(INFINITY_M, null)).toBe('infinity')
    expect(speedBand({ low_m_s: 5, high_m_s: 7 })).toBe('5–7 m/s')
    expect(speedBand({ low_m_s: 7, high_m_s: 7 })).toBe('7 m/s')
  })

  it('says feet and miles an hour', () => {
    distanceUnit.value = 'ft'
    expect(distanceText(15)).toBe('49.2 ft')
    expect(speedBand({ low_m_s: 5, high_m_s: 7 })).toBe('11.2–15.7 mph')
    expect(speedToShown(0)).toBe(0)
    expect([degreesToShown(-10), degreesFromShown(14), degreesUnit.value]).toEqual([14, -10, '°F'])
    expect(speedFromShown(10)).toBeCloseTo(4.4704, 6)
  })

  it('reads what is typed, with or without its unit', () => {
    expect(parseDistance('12.5')).toBe(12.5)
    expect(parseDistance('12,5 m')).toBe(12.5)
    expect(parseDistance('inf')).toBe(INFINITY_M)
    expect(parseDistance('far')).toBeNull()
    distanceUnit.value = 'ft'
    expect(parseDistance('10 ft')).toBeCloseTo(3.048, 6)
    expect(writeDistance(3.048)).toBe('10')
    expect(writeDistance(INFINITY_M)).toBe('∞')
  })
})
