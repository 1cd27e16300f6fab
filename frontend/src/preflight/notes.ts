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

export const timeOf = (moment: string): string => new Date(moment).toLocaleTimeString(undefined, { hour: '2-digit', minute: '2-digit' })

/** A note in one line. */
export function toldOf(note: FieldNote): string {
  if (note.kind === 'missed') return note.cause ? `missed: ${CAUSES[note.cause].toLowerCase()}` : 'missed'
  const frames = `${note.rounds!.length} ${note.rounds!.length === 1 ? 'frame' : 'frames'}`
  const changed = Object.keys(note.after ?? {}).length ? `, ${note.note}` : ', as planned'
  return `test frame: ${note.passed ? 'right' : 'left'} after ${frames}${changed}`
}
