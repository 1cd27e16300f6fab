import { describe, expect, it } from 'vitest'
import { reached, stepAt, stepBy, STEPS } from './steps'

describe('describing a camera step by step', () => {
  it('begins at the sheet and ends with what it changes', () => {
    expect(stepAt(undefined, 'a')).toBe('sheet')
    expect(STEPS.at(-1)!.id).toBe('result')
  })
  it('goes on where its owner stopped, and begins anew at a step nobody knows', () => {
    expect(stepAt({ a: 'schools' }, 'a')).toBe('schools')
    expect(stepAt({ a: 'somersault', b: 'words' }, 'a')).toBe('sheet')
  })
  it('ends at both ends', () => {
    expect(stepBy('sheet', -1)).toBeNull()
    expect(stepBy('sheet', 1)).toBe('hand')
    expect(stepBy('result', 1)).toBeNull()
  })
  it('keeps the step of each body until the result was seen', () => {
    expect(reached({ b: 'words' }, 'a', 'hand')).toEqual({ b: 'words', a: 'hand' })
    expect(reached({ b: 'words', a: 'values' }, 'a', 'result')).toEqual({ b: 'words' })
  })
})
