/** An order nobody can guess but that stays, and what follows from what was accepted in it. */
import type { BenchRun } from '@/api/types'

export const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ'
type Slice = Pick<NonNullable<BenchRun['outcome']>['slices'][number], 'iso'>

/** The places 0 to count − 1 in an order that the seed decides. */
export function blindOrder(count: number, seed: string): number[] {
  let state = [...seed].reduce((sum, letter) => (sum * 31 + letter.charCodeAt(0)) >>> 0, 7)
  const order = Array.from({ length: count }, (_, k) => k)
  for (let k = count - 1; k > 0; k -= 1) {
    state = (state * 1_664_525 + 1_013_904_223) >>> 0
    const other = Math.floor((state / 2 ** 32) * (k + 1))
    ;[order[k], order[other]] = [order[other]!, order[k]!]
  }
  return order
}

/** The highest ISO up to which every step is accepted; null where the lowest is not. */
export function acceptedUpTo(slices: readonly Slice[], accepted: ReadonlySet<number>): number | null {
  const refused = slices.findIndex((_, k) => !accepted.has(k))
  const last = refused === -1 ? slices.length - 1 : refused - 1
  return last < 0 ? null : slices[last]!.iso
}

/** The steps behind letters typed in any way, "a, C f"; letters that stand for none are passed over. */
export function stepsOf(typed: string, order: readonly number[]): Set<number> {
  return new Set([...typed.toUpperCase()].flatMap((letter) => order[LETTERS.indexOf(letter)] ?? []))
}
