import { describe, expect, it } from 'vitest'
import { WorkClock } from './workClock'

function clockAt(times: number[]) {
  let k = 0
  return new WorkClock(() => times[k++]! * 1000)
}

describe('the time looking through takes', () => {
  it('adds what lies between deeds', () => {
    const clock = clockAt([0, 5, 12, 20])
    for (let k = 0; k < 4; k += 1) clock.worked()
    expect(clock.take()).toBeCloseTo(20 / 60)
    expect(clock.take()).toBe(0)
  })
  it('counts no more than a look of a pause, and nothing of a clock set back', () => {
    const clock = clockAt([0, 600, 300, 310])
    for (let k = 0; k < 4; k += 1) clock.worked()
    expect(clock.take()).toBeCloseTo(30 / 60)
  })
  it('keeps too little for the next time, and does not count the time between', () => {
    const clock = clockAt([0, 2, 500, 510])
    clock.worked()
    clock.worked()
    expect(clock.take()).toBe(0)
    clock.worked()
    clock.worked()
    expect(clock.take()).toBeCloseTo(12 / 60)
  })
})
