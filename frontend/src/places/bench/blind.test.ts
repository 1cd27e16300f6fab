import { describe, expect, it } from 'vitest'
import { acceptedUpTo, blindOrder, stepsOf } from './blind'

const SLICES = [100, 800, 6400, 51200].map((iso) => ({ iso }))

describe('a blind order', () => {
  it('holds every place once, stays for a run, and differs between runs', () => {
    const order = blindOrder(8, 'run-1')
    expect([...order].sort()).toEqual([0, 1, 2, 3, 4, 5, 6, 7])
    expect(blindOrder(8, 'run-1')).toEqual(order)
    expect(new Set(['a', 'b', 'c', 'd'].map((seed) => blindOrder(8, seed).join())).size).toBeGreaterThan(1)
  })
})

describe('what is accepted', () => {
  it('goes up to the first step that is not', () => {
    expect(acceptedUpTo(SLICES, new Set([0, 1, 3]))).toBe(800)
    expect(acceptedUpTo(SLICES, new Set([0, 1, 2, 3]))).toBe(51200)
    expect(acceptedUpTo(SLICES, new Set([1, 2]))).toBeNull()
    expect(acceptedUpTo(SLICES, new Set())).toBeNull()
  })

  it('is read from letters as they are typed', () => {
    expect(stepsOf('a, C z', [2, 0, 1])).toEqual(new Set([2, 1]))
    expect(stepsOf('', [0])).toEqual(new Set())
  })
})
