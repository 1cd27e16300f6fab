/** The library: families of versions, the search, and what a new version, a copy and a moved setup take along. */
import { describe, expect, it } from 'vitest'
import type { Assessment, Body, SavedSetup } from '@/api/types'
import { duplicateOf, familiesOf, type Listed, listedOf, matches, movedTo, nextVersion, ordered, rootOf, tagsOf, withValues } from './library'

const listed = (id: string, changes: Partial<Listed> = {}): Listed => ({
  id,
  title: `Setup ${id}`,
  note: '',
  tags: [],
  version_of: null,
  version: 1,
  saved_at: '2026-08-01T10:00:00Z',
  archived: false,
  kit: 'Alder 24, 70–200 mm',
  brief: 'Second half, sports',
  exposure: [0.001, 2.8, 2500],
  ...changes,
})

const saved = {
  id: 'a',
  title: 'Match',
  note: 'Hands were soft',
  tags: ['sports'],
  version_of: null,
  version: 1,
  saved_at: '2026-08-01T10:00:00Z',
  pins: [{ setting: 'iso', value: 800 }],
  choice: { shutter_s: 0.001, aperture: 2.8, iso: 2500 },
  body: { name: 'Alder 24' },
  lens: { name: '70–200 mm' },
  situation: { title: 'Final', genre: 'night_sky' },
  input_revisions: { body: 3, lens: 4 },
} as unknown as SavedSetup
const weighed = { setup: { settings: { iso: { value: 1600 } } }, choice: { iso: 1600 } } as unknown as Assessment

describe('families', () => {
  const first = listed('a', { saved_at: '2026-08-01T10:00:00Z' })
  const second = listed('b', { version_of: 'a', version: 2, saved_at: '2026-08-09T10:00:00Z' })
  const other = listed('c', { saved_at: '2026-08-05T10:00:00Z' })

  it('hold the versions of one setup, newest first, the family saved last first', () => {
    const families = familiesOf([first, other, second])
    expect(families.map((family) => [family.root, family.versions.map((version) => version.id)])).toEqual([
      ['a', ['b', 'a']],
      ['c', ['c']],
    ])
  })

  it('put two versions of one number by when they were saved', () => {
    const twice = listed('d', { version_of: 'a', version: 2, saved_at: '2026-08-10T10:00:00Z' })
    expect(familiesOf([first, second, twice])[0]!.versions.map((version) => version.id)).toEqual(['d', 'b', 'a'])
  })

  it('are named by their first setup', () => {
    expect([rootOf(first), rootOf(second)]).toEqual(['a', 'a'])
  })
})

describe('the search', () => {
  const setup = listed('a', { title: 'Match under floodlights', note: 'Hands were soft', tags: ['sports', 'night'] })

  it('finds every word anywhere, in any case', () => {
    expect(matches(setup, 'HANDS flood', null)).toBe(true)
    expect(matches(setup, 'alder half', null)).toBe(true)
    expect(matches(setup, 'hands river', null)).toBe(false)
    expect(matches(setup, '   ', null)).toBe(true)
  })

  it('keeps to the chosen tag', () => {
    expect([matches(setup, '', 'night'), matches(setup, '', 'wedding'), matches(setup, 'match', 'wedding')]).toEqual([true, false, false])
  })

  it('offers each tag once, in order', () => {
    expect(tagsOf([setup, listed('b', { tags: ['night', 'dew'] })])).toEqual(['dew', 'night', 'sports'])
  })
})

describe('a document', () => {
  it('is listed as the server would list it', () => {
    expect(listedOf(saved)).toEqual(
      listed('a', {
        title: 'Match',
        note: 'Hands were soft',
        tags: ['sports'],
        kit: 'Alder 24, 70–200 mm',
        brief: 'Final, night sky',
        exposure: [0.001, 2.8, 2500],
      }),
    )
  })

  it('edited becomes the next version of its family, with what was changed held', () => {
    const family = { root: 'a', versions: [listed('b', { version: 4 }), listed('a')] }
    const next = nextVersion(saved, family, { iso: 1600, kelvin: 4000 }, weighed)
    expect([next.version, next.version_of, next.id === saved.id, next.title]).toEqual([5, 'a', false, 'Match'])
    expect(next.pins).toEqual([
      { setting: 'white_balance', value: 'kelvin' },
      { setting: 'iso', value: 1600 },
      { setting: 'kelvin', value: 4000 },
    ])
    expect(next.choice).toEqual({ iso: 1600 })
    expect(next.saved_at).toMatch(/^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\dZ$/)
    expect(saved.version).toBe(1)
  })

  it('copied stands alone, its name within bounds', () => {
    const copy = duplicateOf({ ...saved, version: 3, version_of: 'root', title: 'x'.repeat(118) } as SavedSetup)
    expect([copy.version, copy.version_of, copy.title.length]).toEqual([1, null, 120])
    expect(duplicateOf(saved).title).toBe('Match (copy)')
  })

  it('moved to another body holds nothing by hand and forgets the old body’s revision', () => {
    const moved = movedTo(saved, { name: 'Rowan 26' } as Body, weighed)
    expect([moved.title, moved.body.name, moved.pins, moved.input_revisions]).toEqual(['Match on Rowan 26', 'Rowan 26', [], { lens: 4 }])
  })

  it('with values put in by hand keeps the rest, and says whose they are', () => {
    const before = { settings: { iso: { value: 800, touches: ['noise'] }, grid: { value: 'on' } } } as unknown as SavedSetup['setup']
    const after = withValues(before, { iso: 1600 })
    expect([after.settings.iso!.value, after.settings.iso!.layer, after.settings.iso!.touches]).toEqual([1600, 'pin', ['noise']])
    expect(after.settings.grid).toEqual({ value: 'on' })
    expect(before.settings.iso!.value).toBe(800)
  })
})

describe('the order of families', () => {
  const families = familiesOf([
    listed('a', { title: 'Zeal', kit: 'B' }),
    listed('b', { title: 'Ash', kit: 'C' }),
    listed('c', { title: 'Moss', kit: 'A' }),
  ])
  const named = (order: string): string[] => ordered(families, order).map((family) => family.versions[0]!.title)

  it('is by title, by kit, or as they were saved', () => {
    expect(named('title')).toEqual(['Ash', 'Moss', 'Zeal'])
    expect(named('kit')).toEqual(['Moss', 'Zeal', 'Ash'])
    expect(named('saved')).toEqual(families.map((family) => family.versions[0]!.title))
  })
})
