import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { decimalMark, fixed, grouped, inMarks, significant } from './numberText'

describe('numbers with a point', () => {
  beforeEach(() => (decimalMark.value = '.'))
  it('stay as they are', () => {
    expect([fixed(2.25, 1), significant(0.12345, 3), grouped(51200)]).toEqual(['2.3', '0.123', '51,200'])
    expect(inMarks('1,200 frames at 2.5 EV')).toBe('1,200 frames at 2.5 EV')
  })
})

describe('numbers with a comma', () => {
  beforeEach(() => (decimalMark.value = ','))
  afterEach(() => (decimalMark.value = '.'))
  it('are written so', () => {
    expect([fixed(2.25, 1), fixed(2), significant(0.12345, 3), grouped(51200)]).toEqual(['2,3', '2', '0,123', '51\u202f200'])
  })

  it('in sentences too, but not as a lens is engraved, a clock shows, or a file is called', () => {
    expect(inMarks('It moves 2.5 px in 0.4 s, −1.5 EV.')).toBe('It moves 2,5 px in 0,4 s, −1,5 EV.')
    expect(inMarks('f/2.8 at ISO 51,200 holds 12 500.')).toBe('f/2.8 at ISO 51\u202f200 holds 12 500.')
    expect(inMarks('DSC_1.5.jpg, v2.1 and 1.2.3')).toBe('DSC_1.5.jpg, v2.1 and 1.2.3')
    expect(inMarks('1, 2 or 3.')).toBe('1, 2 or 3.')
  })
})
