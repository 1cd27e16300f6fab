import { describe, expect, it, vi } from 'vitest'
import type { Capture } from '@/api/types'
import { captureWith } from './trial'

const FEEDS: Record<string, string> = {
  iso: 'iso',
  kelvin: 'white.kelvin',
  white_balance: 'white.mode',
  look_contrast: 'look.contrast',
  flash: 'flash',
  metering: 'meter.pattern',
}
vi.mock('@/shared/tables', () => ({ settingOf: (id: string) => ({ feeds: FEEDS[id] ?? null }) }))

const capture = { iso: 100, flash: false, white: { mode: 'auto', kelvin: 5500 }, look: { contrast: 0, base: 'flat' } } as unknown as Capture

describe('captureWith', () => {
  it('puts a value where its setting says', () => {
    expect(captureWith(capture, { iso: 800 }).iso).toBe(800)
    expect(captureWith(capture, { look_contrast: 2 }).look).toEqual({ contrast: 2, base: 'flat' })
  })

  it('takes a typed kelvin for a mode, and a mode chosen later wins', () => {
    expect(captureWith(capture, { kelvin: 4000 }).white).toEqual({ mode: 'kelvin', kelvin: 4000 })
    expect(captureWith(capture, { kelvin: 4000, white_balance: 'shade' }).white.mode).toBe('shade')
  })

  it('leaves alone what is not of the capture', () => {
    expect(captureWith(capture, { flash: 'fill', metering: 'spot', sounds: 'off' })).toEqual(capture)
  })
})
