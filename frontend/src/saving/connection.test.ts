// @vitest-environment happy-dom
/** Away and back: who is called, how often the server is asked, and what a failing write means. */
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope } from 'vue'
import { Problem } from '@/api/problem'

type Connection = typeof import('./connection')

let connection: Connection
let answers: (() => unknown)[]
let asked: number

beforeEach(async () => {
  vi.useFakeTimers()
  vi.resetModules()
  answers = []
  asked = 0
  vi.doMock('@/api/client', () => ({
    Problem,
    client: { GET: () => undefined },
    answered: () => {
      asked++
      return Promise.resolve().then(answers.shift() ?? (() => ({})))
    },
  }))
  connection = await import('./connection')
})
afterEach(() => vi.useRealTimers())

const refuses = (status: number) => (): never => {
  throw new Problem(status, 'No.')
}

describe('a server that is away', () => {
  it('is asked until it answers, and everybody who waits is called once', async () => {
    const called = vi.fn()
    connection.onServerBack(called)
    answers = [refuses(0), refuses(0), () => ({})]
    connection.noteAway()
    connection.noteAway() // two requests failed; it is asked for both
    expect(connection.serverIsAway.value).toBe(true)
    await vi.advanceTimersByTimeAsync(2 * 2500)
    expect([connection.serverIsAway.value, called.mock.calls.length, asked]).toEqual([true, 0, 2])
    await vi.advanceTimersByTimeAsync(2500)
    expect([connection.serverIsAway.value, called.mock.calls.length, asked]).toEqual([false, 1, 3])
    await vi.advanceTimersByTimeAsync(60_000)
    expect(asked).toBe(3)
  })

  it('is there as soon as it answers anything, a failure included', async () => {
    answers = [refuses(500)]
    connection.noteAway()
    await vi.advanceTimersByTimeAsync(2500)
    expect(connection.serverIsAway.value).toBe(false)
  })

  it('does not call what was left meanwhile', async () => {
    const scope = effectScope()
    const called = vi.fn()
    scope.run(() => connection.onServerBack(called))
    scope.stop()
    connection.noteAway()
    await vi.advanceTimersByTimeAsync(2500)
    expect(called).not.toHaveBeenCalled()
  })
})

describe('a write the server cannot do', () => {
  it('is said, tried again in a while, and over once one is done', async () => {
    const called = vi.fn()
    connection.onServerBack(called)
    const full = new Problem(507, 'The disk is full.')
    connection.noteFailure(full)
    connection.noteFailure(full) // one more write failed meanwhile: tried again together
    expect(connection.serverFails.value).toBe(full)
    await vi.advanceTimersByTimeAsync(6000)
    expect(called).toHaveBeenCalledTimes(1)
    connection.noteFailure(full)
    connection.noteWritten()
    expect(connection.serverFails.value).toBeNull()
    await vi.advanceTimersByTimeAsync(60_000)
    expect(called).toHaveBeenCalledTimes(1)
  })

  it('that found nobody there counts as away', () => {
    connection.noteFailure(new Problem(0, 'No answer.'))
    expect([connection.serverIsAway.value, connection.serverFails.value]).toEqual([true, null])
  })
})
