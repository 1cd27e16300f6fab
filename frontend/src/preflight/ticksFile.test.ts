import { describe, expect, it } from 'vitest'
import type { Line, Tick } from './ticks'
import { readTicks, ticksFile } from './ticksFile'

const tick = { id: '1', shoot_id: 's', run_id: 'r', code: 'a/b', state: 'done', at: '2026-09-12T12:00:00Z', device: 'file', of: 2 } as Tick
const lines = [{ code: 'a/b' }] as Line[]

describe('ticks as a file', () => {
  it('come back as they went, without what only the device knows', () => {
    expect(readTicks(ticksFile('s', [{ ...tick, sent: false, order: 3 }]), 's', lines)).toEqual({ ticks: [tick], gone: [] })
  })
  it('name lines that the shoot does not have any more, each once', () => {
    const old = { ...tick, code: 'old/line' }
    expect(readTicks(ticksFile('s', [tick, old, old]), 's', lines).gone).toEqual(['old/line'])
  })
  it('refuse what is no such file, and another shoot’s', () => {
    for (const text of ['{', '[]', 'null', '{"format": "something"}', '{"format": "wide-aperture-ticks"}']) {
      expect(() => readTicks(text, 's', lines)).toThrow('no file of ticks')
    }
    expect(() => readTicks(ticksFile('other', [tick]), 's', lines)).toThrow('another shoot')
  })
})
