import { describe, expect, it } from 'vitest'
import { FRESH, readTrial, readTrials, type Trial, writeTrial, writeTrials } from './trialAddress'

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

  it('keeps several with the names they were laid out under', () => {
    const laid = [
      { name: 'Shutter 1/500; fast', trial: tried },
      { name: '', trial: { ...FRESH, changes: { iso: 800 } } },
      { name: 'As planned', trial: FRESH },
    ]
    const back = readTrials(writeTrials(laid))
    expect(back).toEqual([{ name: 'Shutter 1/500, fast', trial: tried }, laid[1], laid[2]])
    expect(readTrials('')).toEqual([])
  })
})
