import { beforeEach, describe, expect, it } from 'vitest'
import { clockHours, clockIn, dateOrder, dateText, withClock } from './habits'
import { clockText } from './format'
import { parseClock } from './numbers'

describe('how a browser writes', () => {
  beforeEach(() => {
    clockHours.value = 24
    dateOrder.value = 'year'
  })

  it('a clock of twelve hours or of twenty-four', () => {
    expect([clockIn(24, 545), clockIn(12, 545), clockIn(12, 0), clockIn(12, 720), clockIn(12, 1275)]).toEqual([
      '09:05',
      '9:05 am',
      '12:00 am',
      '12:00 pm',
      '9:15 pm',
    ])
    clockHours.value = 12
    expect(clockText(1275)).toBe('9:15 pm')
    expect(withClock('sunset 18:42, dark from 20:05')).toBe('sunset 6:42 pm, dark from 8:05 pm')
    expect(withClock('12:30:15 and 1+02:30')).toBe('12:30:15 and 1+02:30')
  })

  it('reads back what it writes', () => {
    clockHours.value = 12
    for (const at of [0, 59, 720, 779, 1439]) expect(parseClock(clockText(at)), String(at)).toBe(at)
  })

  it('a date in its order', () => {
    expect(dateText('2026-09-12')).toBe('2026-09-12')
    dateOrder.value = 'day'
    expect(dateText('2026-09-12')).toBe('12 Sep 2026')
    dateOrder.value = 'month'
    expect(dateText('2026-09-12')).toBe('Sep 12, 2026')
    expect(dateText('soon')).toBe('soon')
  })
})
