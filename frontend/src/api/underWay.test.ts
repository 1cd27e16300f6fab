import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { isWorking, SAID_AFTER_MS, watched } from './underWay'

describe('work under way', () => {
  beforeEach(() => void vi.useFakeTimers())
  afterEach(() => void vi.useRealTimers())

  it('is said after a second, until the last answer is here', async () => {
    let first = (): void => undefined
    let second = (): void => undefined
    const one = watched(new Promise<void>((done) => (first = done)))
    const other = watched(new Promise<void>((_, fail) => (second = () => fail(new Error('away')))))
    vi.advanceTimersByTime(SAID_AFTER_MS - 1)
    expect(isWorking.value).toBe(false)
    vi.advanceTimersByTime(1)
    expect(isWorking.value).toBe(true)
    first()
    await one
    expect(isWorking.value).toBe(true)
    second()
    await expect(other).rejects.toThrow('away')
    expect(isWorking.value).toBe(false)
  })

  it('is not said of what comes at once', async () => {
    await watched(Promise.resolve(1))
    vi.advanceTimersByTime(5 * SAID_AFTER_MS)
    expect(isWorking.value).toBe(false)
  })
})
