import { describe, expect, it } from 'vitest'
import type { Control } from '@/api/types'
import { doing, offering, offeringInReview } from './controlRules'

const control = {
  id: 'one',
  kind: 'button',
  functions: ['focus_area', 'white_balance', 'off'],
  assigned: 'focus_area',
  area: 'zone',
  members: [],
  turned: null,
  by_mode: { manual: 'white_balance', program: 'focus_area' },
  review_functions: ['rate', 'off'],
  in_review: 'rate',
} as unknown as Control

describe('a control keeps nothing that it cannot do', () => {
  it('leaves the area with the function that brought it', () => {
    expect(doing(control, 'focus')).toEqual({ assigned: 'focus', area: 'zone', members: [] })
    expect(doing(control, 'white_balance').area).toBeNull()
  })

  it('keeps its list only while it goes through the same', () => {
    const listing = { ...control, assigned: 'white_balance', members: ['shade'] }
    expect(doing(listing, 'white_balance').members).toEqual(['shade'])
    expect(doing(listing, 'focus').members).toEqual([])
  })

  it('does nothing once its function is not offered any more', () => {
    const left = offering(control, ['white_balance', 'off'])
    expect(left).toMatchObject({ assigned: 'off', area: null, by_mode: { manual: 'white_balance' } })
    expect(offering(control, ['focus_area']).assigned).toBeUndefined()
  })

  it('lets go of a push it does not offer', () => {
    const lever = { ...control, kind: 'lever', turned: 'lamp' } as Control
    expect(offering(lever, ['power']).turned).toBeNull()
    expect(offering({ ...lever, kind: 'button' } as Control, ['power']).turned).toBe('lamp')
  })

  it('in review too', () => {
    expect(offeringInReview(control, ['send']).in_review).toBe('off')
    expect(offeringInReview(control, ['rate', 'send']).in_review).toBe('rate')
  })
})
