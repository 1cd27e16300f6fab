import { describe, expect, it } from 'vitest'
import { parseCoordinates, parseDegrees } from './coordinates'
import { reasonOf } from './numbers'

describe('coordinates', () => {
  it('are read from one line, however it is written', () => {
    for (const [text, latitude, longitude] of [
      ['12.3456, −34.5678', 12.3456, -34.5678],
      ['12.3456 -34.5678', 12.3456, -34.5678],
      ['12,5; 34,25', 12.5, 34.25],
      ['12° 30′ 36″ N, 34° 15′ W', 12.51, -34.25],
      ["12°30'36\"N 34°15'W", 12.51, -34.25],
      ['N 12.5 W 34.25', 12.5, -34.25],
      ['34.25 W, 12.5 S', -12.5, -34.25],
      ['-0.5, 0', -0.5, 0],
    ] as const) {
      const read = parseCoordinates(text)
      expect(read, text).not.toBeNull()
      expect(read!.latitude, text).toBeCloseTo(latitude, 9)
      expect(read!.longitude, text).toBeCloseTo(longitude, 9)
    }
  })

  it('are none when they cannot be', () => {
    for (const text of ['12.5', '', '91, 0', '12, 181', '12 N, 13 N', '12° 61′ N, 3 E', '-12 N, 3 E', 'here, there'])
      expect(parseCoordinates(text), text).toBeNull()
  })

  it('are read one by one', () => {
    expect(parseDegrees('51.5', 'latitude')).toBe(51.5)
    expect(parseDegrees('25 W', 'longitude')).toBe(-25)
    expect(parseDegrees('−0° 30′', 'latitude')).toBe(-0.5)
    expect(reasonOf(parseDegrees('25 W', 'latitude'))).toBe('W belongs to the longitude.')
    expect(parseDegrees('x', 'latitude')).toBeNull()
  })
})
