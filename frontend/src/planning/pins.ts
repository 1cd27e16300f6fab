/** Pins: values the photographer holds. Some settings are held together. */
import type { Pin, PlannedSituation, SettingId } from '@/api/types'

export type PinValue = Pin['value']
export type Changes = Record<string, PinValue>

export const isPinned = (pins: readonly Pin[], setting: string): boolean => pins.some((pin) => pin.setting === setting)

/** Values by setting as pins; their names are the catalogue's. */
export const pinsFrom = (changes: Changes): Pin[] => Object.entries(changes).map(([setting, value]) => ({ setting: setting as SettingId, value }))

/** The pins with these changes made; a kelvin value also holds the mode that uses it. */
export function withPins(pins: readonly Pin[], changes: Changes): Pin[] {
  const all: Changes = 'kelvin' in changes ? { white_balance: 'kelvin', ...changes } : changes
  const kept = pins.filter((pin) => !(pin.setting in all))
  return [...kept, ...pinsFrom(all)]
}

export function withoutPin(pins: readonly Pin[], setting: string): Pin[] {
  const together = setting === 'kelvin' ? ['kelvin', 'white_balance'] : [setting]
  return pins.filter((pin) => !together.includes(pin.setting))
}

export function repinned(planned: PlannedSituation, pins: Pin[]): PlannedSituation {
  return { ...planned, pins }
}
