import { describe, expect, it } from 'vitest'
import { readNumbers } from './numberList'
import { parseNumber, parseShutter } from './numbers'

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
})
