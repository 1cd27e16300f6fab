/** Requests of a situation: what is asked for, and withdrawn. */
import type { PlannedSituation, Requests } from '@/api/types'

/** The situation with these requests in place of what was asked before; null: nothing is asked. */
export function asking(planned: PlannedSituation, changes: Partial<Requests>): PlannedSituation {
  const { preferences } = planned
  return { ...planned, preferences: { ...preferences, requests: { ...preferences.requests, ...changes } } }
}
