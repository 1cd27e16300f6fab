import { describe, expect, it } from 'vitest'
import { toneAt, toneClass, wished } from './toneAt'

const FRAME = {
  tone_names: ['sky', 'skin'],
  tone_grid: [
    [0, 0, 0],
    [-1, 1, -1],
  ],
}

describe('a click in the frame', () => {
  it('finds the tone of its cell, and none where none lies', () => {
    expect(toneAt(FRAME, { x: 0.5, y: 0.1 })).toBe('sky')
    expect(toneAt(FRAME, { x: 0.5, y: 0.99 })).toBe('skin')
    expect(toneAt(FRAME, { x: 0.1, y: 0.7 })).toBeNull()
    expect(toneAt(FRAME, { x: 1, y: 1 })).toBeNull()
    expect(toneAt({ tone_names: [], tone_grid: [] }, { x: 0.5, y: 0.5 })).toBeNull()
  })
})

describe('a wish for a tone', () => {
  it('stands in one list only, and leaves the others alone', () => {
    const now = { must_hold: ['sky', 'skin'], may_clip: ['lamps'], may_go_black: [] }
    expect(wished(now, 'sky', 'may_clip')).toEqual({ must_hold: ['skin'], may_clip: ['lamps', 'sky'], may_go_black: [] })
    expect(wished(now, 'lamps', 'none')).toEqual({ must_hold: ['sky', 'skin'], may_clip: [], may_go_black: [] })
    expect(wished({}, 'snow', 'must_hold').must_hold).toEqual(['snow'])
  })

  it('names the class of a tone just inside and just outside a stop', () => {
    expect([toneClass(1), toneClass(0.99), toneClass(-0.99), toneClass(-1)]).toEqual(['light', 'mid', 'mid', 'dark'])
  })
})
