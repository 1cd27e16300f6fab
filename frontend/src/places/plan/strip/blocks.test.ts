/** Situations as blocks: hours given and not given, light, what the sky is asked, moving on the five-minute grid. */
import { describe, expect, it } from 'vitest'
import { ref } from 'vue'
import type { DayOut, NamedLight, PlannedSituation } from '@/api/types'
import { askedBlocks, type Block, blocksOf, hoursOf, shifted } from './blocks'
import { MARGIN_PX, useStripLayout } from './useStripLayout'

type Brief = Partial<PlannedSituation['situation']>
const EV8 = { kind: 'ev', ev100: 8, ev_low: null, ev_high: null } as PlannedSituation['situation']['light']
const situation = (id: string, brief: Brief = {}): PlannedSituation =>
  ({ situation: { id, title: id, light: EV8, genre: 'wedding', subject: 'person', bearing_deg: null, ...brief } }) as PlannedSituation
const hoursOfEach = (blocks: Block[]): [number, number, boolean][] => blocks.map((block) => [block.from, block.to, block.timed])

describe('hours', () => {
  it('follow one another where a situation says none: nine o’clock first, three quarters of an hour, a pause', () => {
    const blocks = blocksOf([situation('a'), situation('b')], [], null, null)
    expect(hoursOfEach(blocks)).toEqual([
      [540, 585, false],
      [600, 645, false],
    ])
  })

  it('are its own where it says them, and what comes after follows those', () => {
    const blocks = blocksOf([situation('a', { starts_at_min: 1000, ends_at_min: 1100 }), situation('b')], [], null, null)
    expect(hoursOfEach(blocks)).toEqual([
      [1000, 1100, true],
      [1115, 1160, false],
    ])
  })

  it('last five minutes at least, and those under the pointer win', () => {
    const point = situation('a', { starts_at_min: 600, ends_at_min: 600 })
    expect(hoursOfEach(blocksOf([point], [], null, null))).toEqual([[600, 605, true]])
    expect(hoursOfEach(blocksOf([point], [], null, { id: 'a', from: 700, to: 760 }))).toEqual([[700, 760, true]])
    expect(hoursOfEach(blocksOf([point], [], null, { id: 'b', from: 700, to: 760 }))).toEqual([[600, 605, true]])
  })

  it('shown have an hour of sky around them, a quarter of one without a sky, on half hours', () => {
    const blocks = blocksOf([situation('a', { starts_at_min: 610, ends_at_min: 680 })], [], null, null)
    expect(hoursOf(blocks, true)).toEqual({ from: 540, to: 750 })
    expect(hoursOf(blocks, false)).toEqual({ from: 570, to: 720 })
  })
})

describe('light', () => {
  const lights = [{ id: 'dusk', ev100: 5 }] as NamedLight[]
  const named = { kind: 'named', name: 'dusk', ev_low: 4, ev_high: null } as PlannedSituation['situation']['light']
  const sky = { kind: 'sky', condition: 'clear' } as PlannedSituation['situation']['light']

  it('is the brief’s own, with its band', () => {
    const banded = { ...EV8, ev_low: 7, ev_high: 10 } as PlannedSituation['situation']['light']
    const [plain, wide, dusk] = blocksOf([situation('a'), situation('b', { light: banded }), situation('c', { light: named })], lights, null, null)
    expect([plain!.ev, plain!.evLow, plain!.evHigh]).toEqual([8, 8, 8])
    expect([wide!.ev, wide!.evLow, wide!.evHigh]).toEqual([8, 7, 10])
    expect([dusk!.ev, dusk!.evLow, dusk!.evHigh]).toEqual([5, 4, 5])
  })

  it('is the sky’s where the day has answered, and unknown until then', () => {
    const day = { blocks: [{ id: 'a', ev100: 11, ev_low: 9, ev_high: 12, cct_k: 5000 }] } as unknown as DayOut
    const waiting = blocksOf([situation('a', { light: sky })], [], null, null)[0]!
    const known = blocksOf([situation('a', { light: sky })], [], day, null)[0]!
    expect([waiting.ev, known.ev, known.evLow, known.evHigh]).toEqual([null, 11, 9, 12])
  })

  it('is asked for by hours as they lie now, and by what it hangs on', () => {
    const walking = situation('a', { light: sky, bearing_deg: 285, starts_at_min: 1100, ends_at_min: 1160 })
    const blocks = blocksOf([walking], [], null, { id: 'a', from: 1130, to: 1190 })
    expect(askedBlocks(blocks, [walking])).toEqual([
      { id: 'a', from_min: 1130, until_min: 1190, light: sky, genre: 'wedding', subject: 'person', bearing_deg: 285 },
    ])
  })
})

describe('moving', () => {
  const block = { from: 600, to: 660 }
  it('keeps the length, on five minutes, never before midnight', () => {
    expect(shifted(block, 13, 'whole')).toEqual({ from: 615, to: 675 })
    expect(shifted(block, -700, 'whole')).toEqual({ from: 0, to: 60 })
  })

  it('stretches one end, five minutes at least', () => {
    expect(shifted(block, 22, 'start')).toEqual({ from: 620, to: 660 })
    expect(shifted(block, 200, 'start')).toEqual({ from: 655, to: 660 })
    expect(shifted(block, -22, 'end')).toEqual({ from: 600, to: 640 })
    expect(shifted(block, -200, 'end')).toEqual({ from: 600, to: 605 })
  })
})

describe('the layout', () => {
  const at = (from: number, to: number): Block => ({ id: `${from}`, title: '', from, to, timed: true, ev: 8, evLow: 8, evHigh: 8 })
  const layout = (blocks: Block[], hours = { from: 600, to: 1200 }) => useStripLayout(ref(hours), ref(600), ref(blocks))

  it('is linear in time, from the margin on', () => {
    const { px } = layout([])
    expect([px(600), px(900), px(1200)]).toEqual([MARGIN_PX, MARGIN_PX + 300, MARGIN_PX + 600])
  })

  it('marks each hour, every second one on a long day', () => {
    expect(layout([]).marks.value).toHaveLength(11)
    expect(layout([], { from: 300, to: 1500 }).marks.value.slice(0, 2)).toEqual([360, 480])
  })

  it('gives blocks that would touch a second row, and the first again when there is room', () => {
    const { placed, rows } = layout([at(600, 620), at(640, 700), at(760, 800)])
    expect(placed.value.map((block) => block.row)).toEqual([0, 1, 0])
    expect(rows.value).toBe(2)
    expect(placed.value[0]!.blockWidth).toBe(86) // its name needs so much
  })

  it('keeps bright and dark on the strip', () => {
    const { evTop } = layout([])
    expect([evTop(16), evTop(30), evTop(-8), evTop(-20), evTop(4)]).toEqual([12, 12, 48, 48, 30])
  })
})
