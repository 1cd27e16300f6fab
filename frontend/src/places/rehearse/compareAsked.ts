/** "iso:100|6400" in the address: the same frame at several values of one setting, as the Atlas asks for it. */
import type { Rehearsal, RenderRequest } from '@/api/types'
import type { PinValue } from '@/planning/pins'
import { captureWith, meterWith } from './trial'

export interface Asked {
  setting: string
  values: PinValue[]
}

/** null for an address that asks for none. */
export function askedToCompare(text: unknown): Asked | null {
  const match = typeof text === 'string' ? /^([a-z][a-z0-9_]*):([^|]+(?:\|[^|]+)+)$/.exec(text) : null
  if (!match) return null
  const values = match[2]!
    .split('|')
    .map((value): PinValue =>
      value === 'true' ? true : value === 'false' ? false : value.trim() !== '' && Number.isFinite(Number(value)) ? Number(value) : value,
    )
  return { setting: match[1]!, values }
}

/** The request with one setting at a value: in the capture, or, for what the meter takes, metered anew. */
export function requestAt(request: RenderRequest, base: Rehearsal, setting: string, value: PinValue, point: { x: number; y: number }): RenderRequest {
  const capture = captureWith(base.capture, { [setting]: value })
  const metered = setting === 'metering' || setting === 'exposure_comp_ev' ? meterWith(base, { [setting]: value }, point) : request.metered
  return { ...request, capture, metered }
}
