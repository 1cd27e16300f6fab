/** "iso:100|6400" in the address: the same frame at several values of one setting, as the Atlas asks for it. */
import type { PinValue } from '@/planning/pins'
import type { Trial } from './trialAddress'

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

/** The trial with one setting at a value; what the meter takes is metered anew. */
export const trialAt = (now: Trial, setting: string, value: PinValue): Trial => ({
  ...now,
  changes: { [setting]: value },
  metered: setting === 'metering' || setting === 'exposure_comp_ev' || now.metered,
})
