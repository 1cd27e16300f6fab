import { describe, expect, it } from 'vitest'
import { isNear, roundTimes, shareOf } from './chartScale'
import { identityOf } from '@/shared/fileIdentity'
import { withSidecars } from './broughtFiles'

describe('the scale of a chart', () => {
  it('makes a stop as high everywhere on a scale of ratios', () => {
    const ends = { low: 100, high: 6400 }
    expect(shareOf(400, ends, true) - shareOf(200, ends, true)).toBeCloseTo(shareOf(3200, ends, true) - shareOf(1600, ends, true))
    expect(shareOf(100, ends, true)).toBe(0)
    expect(shareOf(99_999, ends, true)).toBe(1)
    expect(shareOf(6, { low: 4, high: 8 }, false)).toBe(0.5)
  })
  it('leaves out limits far from every frame', () => {
    expect(isNear(1 / 500, [1 / 1000], true)).toBe(true)
    expect(isNear(1 / 60, [1 / 1000], true)).toBe(false)
    expect(isNear(8, [], false)).toBe(false)
  })
  it('names round times, seven at most', () => {
    expect(roundTimes(1091, 1144)).toEqual([1100, 1110, 1120, 1130, 1140])
    expect(roundTimes(0, 1440).length).toBeLessThanOrEqual(8)
  })
})

describe('bringing frames in', () => {
  const file = (name: string, content = name): File => new File([content], name)

  it('gives the identity the server reckons', async () => {
    expect((await identityOf(new Blob(['a frame']))).slice(0, 12)).toBe('c0fbad82d5f3')
  })
  it('puts sidecars beside their frames, by either way of naming them', () => {
    const brought = withSidecars([
      { file: file('A24_0001.jpg'), folder: 'day' },
      { file: file('a24_0001.XMP'), folder: 'day' },
      { file: file('A24_0002.jpg'), folder: 'day' },
      { file: file('A24_0002.jpg.xmp'), folder: 'day' },
      { file: file('A24_0003.jpg'), folder: 'day' },
      { file: file('A24_0003.xmp'), folder: 'other' },
      { file: file('.hidden.jpg'), folder: 'day' },
    ])
    expect(brought.map((each) => [each.file.name, each.sidecar?.name])).toEqual([
      ['A24_0001.jpg', 'a24_0001.XMP'],
      ['A24_0002.jpg', 'A24_0002.jpg.xmp'],
      ['A24_0003.jpg', undefined],
    ])
  })
})
