import { afterEach, describe, expect, it } from 'vitest'
import { readNumbers, writeNumbers } from './numberList'
import { parseNumber, parseShutter } from './numbers'
import { decimalMark } from './numberText'

afterEach(() => (decimalMark.value = '.'))

describe('several numbers in one line', () => {
  it('reads them in order, each once', () => {
    expect(readNumbers('2.5, 1;1.5 2.5', parseNumber)).toEqual({ values: [1, 1.5, 2.5], reason: null })
  })
  it('tells nothing said from none', () => {
    expect(readNumbers(' ', parseNumber, 'none')).toEqual({ values: null, reason: null })
    expect(readNumbers('None', parseNumber, 'none')).toEqual({ values: [], reason: null })
    expect(readNumbers('', parseNumber)).toEqual({ values: [], reason: null })
  })
  it('says which part is no number', () => {
    expect(readNumbers('1, two', parseNumber).reason).toContain('“two”')
    expect(readNumbers('1, 0', parseNumber).reason).toContain('above 0')
    expect(readNumbers('none', parseNumber).reason).toContain('“none”')
  })
  it('hands on what the reader of one number asks', () => {
    expect(readNumbers('30', parseShutter).reason).toContain('1/30')
  })
  it('keeps a decimal comma, and comes back as it was written', () => {
    decimalMark.value = ','
    expect(readNumbers('2,5, 1; 1,25 3', parseNumber).values).toEqual([1, 1.25, 2.5, 3])
    expect(writeNumbers([1, 2.5])).toBe('1; 2,5')
    expect(readNumbers(writeNumbers([1, 2.5]), parseNumber).values).toEqual([1, 2.5])
    decimalMark.value = '.'
    expect(writeNumbers([1, 2.5])).toBe('1, 2.5')
  })
})
