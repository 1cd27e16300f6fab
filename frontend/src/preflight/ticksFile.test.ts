import { describe, expect, it } from 'vitest'
import type { FieldNote, KeptTick } from './keep'
import type { Line, Tick } from './ticks'
import { readTicks, ticksFile } from './ticksFile'

const tick = { id: '1', shoot_id: 's', run_id: 'r', code: 'a/b', state: 'done', at: '2026-09-12T12:00:00Z', device: 'file', of: 2 } as Tick
const kept: KeptTick = { ...tick, sent: false, order: 3, refused: 'once' }
const note: FieldNote = {
  id: '2',
  shoot_id: 's',
  kind: 'missed',
  at: tick.at,
  device: 'file',
  cause: 'buffer',
  note: '',
  rounds: [],
  before: {},
  after: {},
}
const lines = [{ code: 'a/b' }] as Line[]

describe('ticks as a file', () => {
  it('come back as they went, without what only the device knows', () => {
    const text = ticksFile('s', [kept], [{ ...note, sent: false, order: 0 }])
    expect(readTicks(text, 's', lines)).toEqual({ ticks: [tick], notes: [note], gone: [] })
  })
  it('of an earlier version have no notes', () => {
    const { notes: _notes, ...earlier } = JSON.parse(ticksFile('s', [kept])) as Record<string, unknown>
    expect(readTicks(JSON.stringify(earlier), 's', lines).notes).toEqual([])
  })
  it('name lines that the shoot does not have any more, each once', () => {
    const old = { ...kept, code: 'old/line' }
    expect(readTicks(ticksFile('s', [kept, old, old]), 's', lines).gone).toEqual(['old/line'])
  })
  it('refuse what is no such file, and another shoot’s', () => {
    for (const text of ['{', '[]', 'null', '{"format": "something"}', '{"format": "wide-aperture-ticks"}']) {
      expect(() => readTicks(text, 's', lines)).toThrow('no file of ticks')
    }
    expect(() => readTicks(ticksFile('other', [kept]), 's', lines)).toThrow('another shoot')
  })
})
