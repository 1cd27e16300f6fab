/** Ways to a setting as lines: written and read back, and told what is wrong. */
import { describe, expect, it } from 'vitest'
import type { Reach } from '@/api/types'
import { readWays, WAY_NAMES, writeWays } from './ways'

describe('ways as lines', () => {
  it('come back as they were written, every kind of them', () => {
    const reaches = (Object.keys(WAY_NAMES) as Reach['way'][]).map((way) => ({ way, path: [`Leaf of ${way}`, 'Reading: whole'], seconds: null }))
    expect(readWays(writeWays(reaches))).toEqual({ reaches, fault: '' })
  })

  it('need no path where there is one place only', () => {
    expect(readWays('by hand\nquick screen').reaches).toEqual([
      { way: 'by_hand', path: [], seconds: null },
      { way: 'quick_screen', path: [], seconds: null },
    ])
    expect(writeWays([{ way: 'by_hand', path: [], seconds: null }])).toBe('by hand')
  })

  it('are read in any case, with room around steps, empty lines left out', () => {
    expect(readWays('\n  MENU:  Light leaf  >  > Reading \n\n').reaches).toEqual([{ way: 'menu', path: ['Light leaf', 'Reading'], seconds: null }])
  })
})

describe('a wrong line', () => {
  it('is named by its number', () => {
    expect(readWays('menu: A\nlever: B').fault).toBe('Line 2 begins with none of the ways.')
  })

  it('says which dial, button, switch or menu is missing', () => {
    for (const way of ['dial', 'button', 'switch', 'menu']) expect(readWays(way).fault).toContain(`says ${way}, but not which`)
  })

  it('may go six steps deep, not seven', () => {
    expect(readWays(`menu: ${'a > '.repeat(5)}a`).fault).toBe('')
    expect(readWays(`menu: ${'a > '.repeat(6)}a`).fault).toBe('Line 1 goes deeper than six steps.')
  })

  it('may not be the only thing there: nothing at all is no way', () => {
    expect(readWays(' \n ').fault).toBe('A setting needs at least one way.')
  })
})
