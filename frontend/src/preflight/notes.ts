/** Field notes in words. */
import type { FieldNote } from './keep'
import type { Cause } from './useField'

export const CAUSES: Record<Cause, string> = {
  asleep: 'Camera asleep',
  wrong_mode: 'Wrong mode',
  hunting: 'Focus hunted',
  buffer: 'Buffer full',
  link: 'Link busy',
  lens: 'Wrong lens',
  card: 'Card',
  elsewhere: 'I looked elsewhere',
  other: 'Something else',
}

/** By the device's clock. */
export const timeOf = (moment: string): string =>
  new Date(moment).toLocaleTimeString(undefined, { hour: '2-digit', minute: '2-digit', hourCycle: 'h23' })

/** Minutes after the shoot's midnight, as the clock there shows them. */
export function clockOf(minutes: number): string {
  const whole = Math.floor(minutes)
  return [Math.floor(whole / 60) % 24, whole % 60].map((part) => String(part).padStart(2, '0')).join(':')
}

/** A note in one line. */
export function toldOf(note: FieldNote): string {
  if (note.kind === 'missed') return note.cause ? `missed: ${CAUSES[note.cause].toLowerCase()}` : 'missed'
  const frames = `${note.rounds!.length} ${note.rounds!.length === 1 ? 'frame' : 'frames'}`
  const changed = Object.keys(note.after ?? {}).length ? `, ${note.note}` : ', as planned'
  return `test frame: ${note.passed ? 'right' : 'left'} after ${frames}${changed}`
}
