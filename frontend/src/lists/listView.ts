/** Rows of a list as somebody looks at them: found by words, narrowed by a filter, put in an order, the archived ones apart. */

export interface Order<Row> {
  id: string
  label: string
  compare: (a: Row, b: Row) => number
}

export interface Narrowing<Row> {
  label: string
  options: readonly { value: string; label: string }[]
  of: (row: Row) => string
}

export interface Wishes {
  words: string
  order: string
  only: string
  archived: boolean
}

const plain = (text: string): string => text.toLowerCase().normalize('NFD').replace(/\p{M}/gu, '')

/** Whether a text holds every word, without regard to case or accents. */
export function holds(text: string, words: string): boolean {
  const all = plain(text)
  return plain(words)
    .split(/\s+/)
    .filter(Boolean)
    .every((word) => all.includes(word))
}

export function viewOf<Row>(
  rows: readonly Row[],
  wishes: Wishes,
  how: { textOf: (row: Row) => string; isArchived: (row: Row) => boolean; orders: readonly Order<Row>[]; narrowing?: Narrowing<Row> },
): Row[] {
  const order = how.orders.find((each) => each.id === wishes.order) ?? how.orders[0]
  return rows
    .filter((row) => how.isArchived(row) === wishes.archived)
    .filter((row) => !wishes.only || how.narrowing?.of(row) === wishes.only)
    .filter((row) => holds(how.textOf(row), wishes.words))
    .sort((a, b) => order?.compare(a, b) ?? 0)
}

/** Several rows chosen at once: which of them are still there. */
export const stillThere = (chosen: readonly string[], ids: readonly string[]): string[] => chosen.filter((id) => ids.includes(id))
