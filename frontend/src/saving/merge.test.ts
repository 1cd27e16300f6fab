import { describe, expect, it } from 'vitest'
import { differences, type Json, merged, mergedAlone, partsOf, plainCopy, same, usualSide } from './merge'

const base: Json = { name: 'a', speed: { low: 1, high: 2 }, tags: ['x'], 'a/b': 1, 'c~d': 1 }

describe('same', () => {
  it('does not care for the order of fields or for fields that are not there', () => {
    expect(same({ a: 1, b: { c: [1, 2] } }, { b: { c: [1, 2] }, a: 1 })).toBe(true)
    expect(same({ a: 1, b: undefined }, { a: 1 })).toBe(true)
  })

  it('cares for everything else', () => {
    for (const [a, b] of [
      [{ a: 1 }, { a: 2 }],
      [
        [1, 2],
        [2, 1],
      ],
      [{ a: 1 }, { a: 1, b: 1 }],
      [null, {}],
      [[], {}],
      ['1', 1],
      [[1], [1, 1]],
    ])
      expect(same(a, b)).toBe(false)
  })
})

describe('differences', () => {
  it('names a field by its pointer, slashes and tildes escaped', () => {
    const found = differences(base, { ...base, 'a/b': 2, 'c~d': 2 }, base)
    expect(found.map((item) => item.pointer)).toEqual(['/a~1b', '/c~0d'])
    expect(found.map((item) => partsOf(item.pointer))).toEqual([['a/b'], ['c~d']])
  })

  it('sees a conflict only where both sides changed a field, and differently', () => {
    const mine: Json = { ...base, name: 'mine', speed: { low: 5, high: 2 } }
    const theirs: Json = { ...base, name: 'theirs', speed: { low: 1, high: 9 } }
    const found = differences(base, mine, theirs)
    expect(found.map((item) => [item.pointer, item.conflicting])).toEqual([
      ['/name', true],
      ['/speed/low', false],
      ['/speed/high', false],
    ])
    expect(differences(base, { ...base, name: 'b' }, { ...base, name: 'b' })).toEqual([])
  })

  it('takes lists as a whole, and fields that came or went', () => {
    const found = differences(
      base,
      { ...base, tags: ['x', 'y'] },
      { name: 'a', speed: { low: 1, high: 2 }, tags: ['x'], 'a/b': 1, 'c~d': 1, note: 'n' },
    )
    expect(found.map((item) => [item.pointer, item.mine, item.theirs])).toEqual([
      ['/tags', ['x', 'y'], ['x']],
      ['/note', undefined, 'n'],
    ])
  })
})

describe('merged', () => {
  it('puts both edits into one document when no field was changed twice', () => {
    const mine: Json = { ...base, 'a/b': 7, speed: { low: 5, high: 2 } }
    const theirs: Json = { ...base, name: 'theirs', speed: { low: 1, high: 9 } }
    expect(mergedAlone(base, mine, theirs)).toEqual({ ...base, name: 'theirs', 'a/b': 7, speed: { low: 5, high: 9 } })
  })

  it('leaves it to a person when one was', () => {
    expect(mergedAlone(base, { ...base, name: 'm' }, { ...base, name: 't' })).toBeNull()
    expect(mergedAlone(undefined, { name: 'm' }, { name: 't' })).toBeNull()
  })

  it('takes away what one side took away', () => {
    const { tags: _tags, ...without } = base as { [field: string]: Json }
    expect(mergedAlone(base, without, { ...base, name: 't' })).toEqual({ ...without, name: 't' })
  })

  it('takes the chosen side field by field', () => {
    const items = differences(base, { ...base, name: 'm', 'a/b': 3 }, { ...base, name: 't' })
    expect(items.map(usualSide)).toEqual(['mine', 'mine'])
    expect(merged({ ...base, name: 't' }, items, { '/name': 'theirs', '/a~1b': 'mine' })).toEqual({ ...base, name: 't', 'a/b': 3 })
  })

  it('does not touch what it is given', () => {
    const theirs: Json = plainCopy(base)
    merged(theirs, differences(base, { ...base, name: 'm' }, theirs), { '/name': 'mine' })
    expect(theirs).toEqual(base)
  })

  it('replaces a whole document that is no object', () => {
    expect(merged([1], differences([0], [2], [1]), { '': 'mine' })).toEqual([2])
  })
})
