import { describe, expect, it } from 'vitest'
import type { FieldNote } from './keep'
import { toldOf } from './notes'
import { nextEvent, toWakeFor } from './useAlarm'
import { type CardEvent, standingNotes } from './useField'

function note(id: string, minute: number, changes: Partial<FieldNote> = {}): FieldNote {
  const at = `2026-10-17T15:${String(minute).padStart(2, '0')}:00Z`
  return { id, shoot_id: 's', kind: 'missed', at, device: '', note: '', rounds: [], before: {}, after: {}, cause: 'asleep', ...changes }
}
const NOON = Date.parse('2026-10-17T12:00:00Z')
const event = (title: string, minutes: number): CardEvent => ({
  title, at: new Date(NOON + minutes * 60_000).toISOString(), at_min: 720 + minutes, kind: 'light',
}) // prettier-ignore

describe('field notes', () => {
  it('stand until they are taken back, the latest first', () => {
    const all = [note('a', 1), note('b', 3), note('c', 2), note('x', 4, { kind: 'taken_back', of: 'b' })]
    expect(standingNotes(all).map(({ id }) => id)).toEqual(['c', 'a'])
  })
  it('take the cause that was said last', () => {
    const all = [
      note('a', 1, { cause: null }),
      note('x', 2, { kind: 'cause', of: 'a', cause: 'link' }),
      note('y', 3, { kind: 'cause', of: 'a', cause: 'buffer' }),
    ]
    expect(standingNotes(all).map(toldOf)).toEqual(['missed: buffer full'])
    expect(standingNotes(all.slice(0, 1)).map(toldOf)).toEqual(['missed'])
  })
  it('are told in a line', () => {
    expect(toldOf(note('a', 1))).toBe('missed: camera asleep')
    const round = {
      answers: { edge: 'gap', focus: 'sharp', colour: 'right' },
      correction_ev: 0,
      tint: 0,
      faster_clicks: 0,
      closed_clicks: 0,
    } as const
    const test = note('b', 2, { kind: 'test_frame', cause: null, rounds: [round], passed: true })
    expect(toldOf(test)).toBe('test frame: right after 1 frame, as planned')
    expect(toldOf({ ...test, passed: false, after: { iso: 400 }, note: 'ISO 100 → ISO 400' })).toBe(
      'test frame: left after 1 frame, ISO 100 → ISO 400',
    )
  })
})

describe('the next event', () => {
  const events = [event('sunset', 0), event('Cup', 60)]
  it('is the first after now on the day, after the beginning on others', () => {
    expect(nextEvent(events, 0, NOON + 60_000)).toBe('13:00 Cup')
    expect(nextEvent(events, 700, NOON - 3 * 86_400_000)).toContain('sunset')
    expect(nextEvent(events, 720, NOON - 3 * 86_400_000)).toContain('Cup')
    expect(nextEvent(events, null, NOON + 2 * 3_600_000)).toBe('')
  })
  it('wakes so many minutes before, and then for the one after', () => {
    expect(toWakeFor(events, 10, NOON - 11 * 60_000)?.title).toBe('sunset')
    expect(toWakeFor(events, 10, NOON - 9 * 60_000)?.title).toBe('Cup')
    expect(toWakeFor(events, 10, NOON + 55 * 60_000)).toBeUndefined()
  })
})
