import { describe, expect, it } from 'vitest'
import type { CatalogueEntry } from '@/api/types'
import { lookSettings } from '@/shared/lookSettings'
import { freshName } from './looks'

describe('own looks', () => {
  it('are called by the first number that is free', () => {
    expect(freshName([])).toBe('Look 1')
    expect(freshName([{ name: 'Slate' }, { name: 'Look 3' }])).toBe('Look 4')
    expect(freshName([{ name: 'Look 2' }])).toBe('Look 3')
  })

  it('are made of what belongs to a look, and of nothing else', () => {
    const all = [
      { id: 'kelvin', scope: 'look' },
      { id: 'drive', scope: 'frame' },
    ] as CatalogueEntry[]
    expect(lookSettings(all).map((item) => item.id)).toEqual(['kelvin'])
  })
})
