/** What of a control goes with a change: nothing that it cannot do any more is left in it, or the server would refuse the rest. */
import type { Control } from '@/api/types'

/** The functions that start focus, and can bring an area of their own. */
export const STARTERS: readonly string[] = ['focus', 'focus_eye', 'focus_area']

/** What it does from now on. Its area and its list belonged to what it did. */
export const doing = (control: Control, assigned: string): Partial<Control> => ({
  assigned,
  area: STARTERS.includes(assigned) ? control.area : null,
  members: assigned === control.assigned ? control.members : [],
})

/** What it may do from now on. */
export function offering(control: Control, functions: string[]): Partial<Control> {
  const may = (id: string): boolean => id === 'off' || functions.includes(id)
  const kept = Object.entries(control.by_mode).filter(([, does]) => may(does))
  return {
    functions,
    by_mode: Object.fromEntries(kept),
    turned: control.turned && control.kind === 'lever' && !may(control.turned) ? null : control.turned,
    ...(may(control.assigned) ? {} : doing(control, 'off')),
  }
}

/** What it may do in review from now on. */
export const offeringInReview = (control: Control, review_functions: string[]): Partial<Control> => ({
  review_functions,
  in_review: review_functions.includes(control.in_review) ? control.in_review : 'off',
})
