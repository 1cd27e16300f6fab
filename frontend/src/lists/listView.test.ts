import { describe, expect, it } from 'vitest'
import { holds, viewOf, type Wishes } from './listView'

interface Row {
  name: string
  kind: string
  size: number
  archived: boolean
}
const ROWS: Row[] = [
  { name: 'Écluse at dawn', kind: 'land', size: 2, archived: false },
  { name: 'Market', kind: 'street', size: 3, archived: false },
  { name: 'Old market', kind: 'street', size: 1, archived: true },
  { name: 'Ash', kind: 'land', size: 9, archived: false },
]
const HOW = {
  textOf: (row: Row) => `${row.name} ${row.kind}`,
  isArchived: (row: Row) => row.archived,
  orders: [
    { id: 'name', label: 'Name', compare: (a: Row, b: Row) => a.name.localeCompare(b.name) },
    { id: 'size', label: 'Size', compare: (a: Row, b: Row) => b.size - a.size },
  ],
  narrowing: { label: 'Kind', options: [], of: (row: Row) => row.kind },
}
const seen = (wishes: Partial<Wishes>): string[] =>
  viewOf(ROWS, { words: '', order: '', only: '', archived: false, ...wishes }, HOW).map((row) => row.name)

describe('a list as somebody looks at it', () => {
  it('is in its first order, without what was put away', () => expect(seen({})).toEqual(['Ash', 'Écluse at dawn', 'Market']))
  it('is found by words in any order, whatever their accents and case', () => {
    expect(seen({ words: 'DAWN ecluse' })).toEqual(['Écluse at dawn'])
    expect(seen({ words: 'dawn market' })).toEqual([])
    expect(holds('Ölmühle', 'olmuhle')).toBe(true)
  })
  it('is put in another order', () => expect(seen({ order: 'size' })).toEqual(['Ash', 'Market', 'Écluse at dawn']))
  it('is narrowed to one kind', () => expect(seen({ only: 'street' })).toEqual(['Market']))
  it('shows what was put away, and only that, where it is asked for', () => expect(seen({ archived: true })).toEqual(['Old market']))
})
