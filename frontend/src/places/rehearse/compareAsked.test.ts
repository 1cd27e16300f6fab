import { describe, expect, it } from 'vitest'
import { askedToCompare, trialAt } from './compareAsked'
import { FRESH } from './trialAddress'

describe('two values asked for by an address', () => {
  it('are read with their kinds', () => {
    expect(askedToCompare('iso:100|6400')).toEqual({ setting: 'iso', values: [100, 6400] })
    expect(askedToCompare('white_balance:daylight|auto|tungsten')).toEqual({ setting: 'white_balance', values: ['daylight', 'auto', 'tungsten'] })
    expect(askedToCompare('grid:true|false')).toEqual({ setting: 'grid', values: [true, false] })
    for (const text of ['', 'iso', 'iso:100', 'ISO:1|2', undefined, ['iso:1|2']]) expect(askedToCompare(text), String(text)).toBeNull()
  })

  it('change one setting of the trial, and what the meter takes is metered anew', () => {
    const now = { ...FRESH, changes: { iso: 3200 }, point: { x: 0.2, y: 0.5 } }
    expect(trialAt(now, 'iso', 1600)).toEqual({ ...now, changes: { iso: 1600 } })
    expect(trialAt(now, 'exposure_comp_ev', -1)).toEqual({ ...now, changes: { exposure_comp_ev: -1 }, metered: true })
    expect(trialAt(now, 'metering', 'average').metered).toBe(true)
  })
})
