import { describe, expect, it } from 'vitest'
import { parseClock, parseIso, parseNumber, parseShutter, reasonOf } from './numbers'
import { decimalMark } from './numberText'

describe('numbers', () => {
  it('reads what photographers type', () => {
    for (const [text, value] of [
      ['1/250', 1 / 250],
      ['1 / 8000', 1 / 8000],
      ['2.5 s', 2.5],
      ['0,4', 0.4],
      ['12,5', 12.5],
      ['f/5.6', 5.6],
      ['F5.6', 5.6],
      ['ISO 6400', 6400],
      ['51,200', 51200],
      ['1,250,000', 1250000],
      ['1 250', 1250],
      ['1\u202f250.5', 1250.5],
      ['−3', -3],
      ['.5', 0.5],
      ['1e3', 1000],
      ['24 mm', 24],
      ['12 MP', 12],
      ['33 megapixels', 33],
      ['30 fps', 30],
      ['10 frames/s', 10],
      ['7.5 frames per second', 7.5],
      ['128 GB', 128],
    ] as const)
      expect(parseNumber(text), text).toBeCloseTo(value, 9)
  })

  it('never takes a group of three figures for decimals, nor decimals for a group', () => {
    expect(parseNumber('51,200')).toBe(51200)
    expect(parseNumber('0,125')).toBe(0.125)
    expect(parseNumber('1,25')).toBe(1.25)
    expect(parseNumber('1,2345')).toBe(1.2345)
  })

  it('takes nothing that is no number', () => {
    for (const text of ['', 'x', '1/0', '1/', '/2', '1/2/3', '51,20,00', '1,2,3', '1.2.3', '--1', '5 6', '12 34', 'Infinity', 'NaN'])
      expect(parseNumber(text), text).toBeNull()
  })

  it('reads an ISO as sheets print it', () => {
    for (const text of ['51200', '51,200', '51.200', '51 200', 'ISO 51,200']) expect(parseIso(text), text).toBe(51200)
    expect(parseIso('102.400')).toBe(102400)
    expect(parseIso('0.125')).toBe(0.125)
  })
})

describe('shutter times', () => {
  it('are fractions when nobody could mean seconds', () => {
    expect(parseShutter('8000')).toBe(1 / 8000)
    expect(parseShutter('8,000')).toBe(1 / 8000)
    expect(parseShutter('64')).toBe(1 / 64)
  })

  it('are asked back when they could be either', () => {
    for (const text of ['2', '30', '60'])
      expect(reasonOf(parseShutter(text)), text).toBe(`Write 1/${text} for a part of a second, or ${text} s for seconds.`)
  })

  it('are taken as they are written otherwise', () => {
    for (const [text, value] of [
      ['1/30', 1 / 30],
      ['30 s', 30],
      ['30"', 30],
      ['0.5', 0.5],
      ['2.5', 2.5],
      ['1', 1],
      ['2 min', 120],
      ['1.5 minutes', 90],
    ] as const)
      expect(parseShutter(text), text).toBeCloseTo(value, 9)
    expect([parseShutter('x'), parseShutter('x min')]).toEqual([null, null])
  })
})

describe('clock times', () => {
  it('are minutes, of the next day too', () => {
    expect([parseClock('18:10'), parseClock('1+02:30'), parseClock('9.05')]).toEqual([1090, 1590, 545])
    expect([parseClock('2115'), parseClock('0905'), parseClock('1+0230')]).toEqual([1275, 545, 1590])
    expect([parseClock('9:15 pm'), parseClock('9 pm'), parseClock('12:30 am'), parseClock('12 pm'), parseClock('9.15 p.m.')]).toEqual([
      1275, 1260, 30, 720, 1275,
    ])
    expect([parseClock('21h15'), parseClock('9h')]).toEqual([1275, 540])
    for (const text of ['13 pm', '0:30 am', '2460', '2500', '24:00', '12:60', '12', 'noon', '-1:00']) expect(parseClock(text), text).toBeNull()
  })
})

describe('numbers typed where the comma is the decimal mark', () => {
  it('are read that way, and a point still is one where nothing is grouped', () => {
    decimalMark.value = ','
    expect([parseNumber('2,5'), parseNumber('2.5'), parseNumber('51.200'), parseNumber('51,2'), parseIso('51.200')]).toEqual([
      2.5, 2.5, 51200, 51.2, 51200,
    ])
    decimalMark.value = '.'
    expect([parseNumber('2,5'), parseNumber('51,200')]).toEqual([2.5, 51200])
  })
})
