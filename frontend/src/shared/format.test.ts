import { beforeAll, describe, expect, it } from 'vitest'
import { apertureText, clockText, evText, isoText, nudged, shutterText, shutterWithUnit, signedStops, stopsText, useScales } from './format'

beforeAll(() => {
  const shutter = {
    first_index: -15,
    labels: [
      '30 s',
      '25 s',
      '20 s',
      '15 s',
      '13 s',
      '10 s',
      '8 s',
      '6 s',
      '5 s',
      '4 s',
      '3.2 s',
      '2.5 s',
      '2 s',
      '1.6 s',
      '1.3 s',
      '1 s',
      '0.8 s',
      '0.6 s',
      '0.5 s',
      '0.4 s',
      '0.3 s',
      '1/4 s',
      '1/5 s',
      '1/6 s',
      '1/8 s',
    ],
  }
  useScales({
    shutter,
    aperture: { first_index: 0, labels: ['f/1', 'f/1.1', 'f/1.2', 'f/1.4'] },
    iso: { first_index: 0, labels: ['ISO 100', 'ISO 125', 'ISO 160', 'ISO 200'] },
  })
})

describe('values are written as they are marked', () => {
  it('near a mark by its customary name, elsewhere as they are', () => {
    expect([shutterText(2 ** (-8 / 3)), shutterText(1 / 120), shutterText(30), shutterText(64), shutterText(75)]).toEqual([
      '1/6',
      '1/120',
      '30 s',
      '1 min',
      '1 min 15 s',
    ])
    expect([shutterWithUnit(0.25), shutterWithUnit(2)]).toEqual(['1/4 s', '2 s'])
    expect([apertureText(Math.SQRT2), apertureText(1.7), apertureText(11.3)]).toEqual(['f/1.4', 'f/1.7', 'f/11.3'])
    expect([isoText(125.99), isoText(4321)]).toEqual(['125', '4321'])
  })

  it('beyond the marked times as people count', () => {
    expect([shutterText(2 ** (16 / 3)), shutterText(128), shutterText(2 ** (20 / 3))]).toEqual(['40 s', '2 min', '100 s'])
  })
})

describe('stops', () => {
  it('are thirds', () => {
    expect([stopsText(0), stopsText(1 / 3), stopsText(-5 / 3), stopsText(0.1)]).toEqual(['0', '⅓', '1⅔', '0'])
    expect([signedStops(0), signedStops(2 / 3), signedStops(-1), signedStops(0.1)]).toEqual(['0', '+⅔', '−1', '0'])
    expect([evText(9), evText(-2.5), evText(0.5), evText(-0.1)]).toEqual(['EV 9', 'EV −2½', 'EV ½', 'EV 0'])
  })

  it('go from mark to mark', () => {
    expect(nudged('shutter', 1 / 120, 1)).toBeCloseTo(2 ** (-22 / 3), 9)
    expect(nudged('aperture', 2, -3)).toBeCloseTo(Math.SQRT2, 9)
    expect(nudged('iso', 100, 3)).toBe(200)
  })
})

describe('clock', () => {
  it('goes round', () => {
    expect([clockText(1090), clockText(1590), clockText(-30), clockText(1440)]).toEqual(['18:10', '02:30', '23:30', '00:00'])
  })
})
