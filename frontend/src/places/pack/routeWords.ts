/** What a route is for, and how long it takes, in words. */
import type { Preparation } from '@/api/types'

/** What one step of the preparation is for. */
export function preparationText(each: Preparation): string {
  if (!each.place) return `Stand ready for “${each.title}”`
  return each.place.startsWith('held_button') ? `Give the held button “${each.title}”` : `Store “${each.title}”`
}

export const secondsText = (seconds: number): string =>
  seconds < 90 ? `${Math.round(seconds)} s` : `${Math.floor(seconds / 60)} min ${String(Math.round(seconds % 60)).padStart(2, '0')} s`
