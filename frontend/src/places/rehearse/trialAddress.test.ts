import { describe, expect, it } from 'vitest'
import { FRESH, readTrial, type Trial, writeTrial } from './trialAddress'

const tried: Trial = {
  ...FRESH,
  changes: { shutter_s: 0.004, iso: 3200, metering: 'spot', face_metering: true },
  tuning: { light_ev: -1.5 },
  point: { x: 0.4, y: 0.55 },
  metered: true,
}

describe('a trial in the address', () => {
  it('comes back as it was', () => {
    expect(readTrial(writeTrial(tried))).toEqual(tried)
    expect(writeTrial(tried)).toBe('shutter_s:0.004;iso:3200;metering:spot;face_metering:true;@0.4,0.55;~light_ev:-1.5;metered')
  })

  it('says nothing of a trial of nothing', () => {
    expect(writeTrial(FRESH)).toBe('')
    expect(readTrial('')).toBeNull()
    expect(readTrial(undefined)).toBeNull()
  })

  it('passes over what nobody understands', () => {
    expect(readTrial('iso:800;<b>;@nonsense;@2,0.5')).toEqual({ ...FRESH, changes: { iso: 800 }, point: { x: 1, y: 0.5 } })
  })
})
