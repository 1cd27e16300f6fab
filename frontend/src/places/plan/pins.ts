/** Pins: values the photographer holds. Some settings are held together. */
import type { Pin, PlannedSituation } from '@/api/types'

export type PinValue = Pin['value']
export type Changes = Record<string, PinValue>

export const isPinned = (pins: readonly Pin[], setting: string): boolean => pins.some((pin) => pin.setting === setting)

/** The pins with these changes made; a kelvin value also holds the mode that uses it. */
export function withPins(pins: readonly Pin[], changes: Changes): Pin[] {
  const all: Changes = 'kelvin' in changes ? { white_balance: 'kelvin', ...changes } : changes
  const kept = pins.filter((pin) => !(pin.setting in all))
  return [...kept, ...Object.entries(all).map(([setting, value]) => ({ setting, value }))]
}

export function withoutPin(pins: readonly Pin[], setting: string): Pin[] {
  const together = setting === 'kelvin' ? ['kelvin', 'white_balance'] : [setting]
  return pins.filter((pin) => !together.includes(pin.setting))
}

export function repinned(planned: PlannedSituation, pins: Pin[]): PlannedSituation {
  return { ...planned, pins }
}
