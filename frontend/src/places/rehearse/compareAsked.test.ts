import { describe, expect, it, vi } from 'vitest'

vi.mock('@/shared/tables', () => ({ settingOf: (id: string) => ({ feeds: id === 'iso' ? 'iso' : null }) }))
const { askedToCompare, requestAt } = await import('./compareAsked')

describe('two values asked for by an address', () => {
  it('are read with their kinds', () => {
    expect(askedToCompare('iso:100|6400')).toEqual({ setting: 'iso', values: [100, 6400] })
    expect(askedToCompare('white_balance:daylight|auto|tungsten')).toEqual({ setting: 'white_balance', values: ['daylight', 'auto', 'tungsten'] })
    expect(askedToCompare('grid:true|false')).toEqual({ setting: 'grid', values: [true, false] })
    for (const text of ['', 'iso', 'iso:100', 'ISO:1|2', undefined, ['iso:1|2']]) expect(askedToCompare(text), String(text)).toBeNull()
  })

  const request = { capture: { iso: 400 }, metered: null } as never
  const base = {
    capture: { iso: 400, shutter_s: 1 },
    meter: { pattern: 'spot', spot_area: 0.01, link_point: false, favour_faces: false, comp_ev: 0 },
  } as never

  it('change the capture, or are metered anew', () => {
    expect(requestAt(request, base, 'iso', 1600, { x: 0.5, y: 0.5 })).toMatchObject({ capture: { iso: 1600, shutter_s: 1 }, metered: null })
    expect(requestAt(request, base, 'exposure_comp_ev', -1, { x: 0.2, y: 0.5 })).toMatchObject({ metered: { comp_ev: -1, x: 0.2, pattern: 'spot' } })
    expect(requestAt(request, base, 'metering', 'average', { x: 0.5, y: 0.5 })).toMatchObject({ metered: { pattern: 'average' } })
  })
})
