/** Saves a plan as an immutable setup: the setup with everything it was computed from. */
import type { Body, Foundation, Lens, Plan, PlannedSituation, SavedSetup, Situation } from '@/api/types'
import { plainCopy } from '@/saving/merge'
import { edit } from '@/saving/undo'
import { newId } from '@/shared/ids'

/** A setup stands on its own: light of the sky goes into it as the numbers it was planned with. */
function inNumbers(situation: Situation, plan: Plan): Situation {
  if (situation.light.kind !== 'sky') return situation
  const { ev100, ev_low, ev_high, cct_k, scene_range_ev } = plan.light
  const light: Situation['light'] = { kind: 'ev', ev100, ev_low, ev_high, cct_k, ev_refers_to: situation.light.ev_refers_to }
  return { ...situation, light, scene_range_ev }
}

export function snapshotOf(
  title: string,
  plan: Plan,
  planned: PlannedSituation,
  body: Body,
  lens: Lens,
  foundation: Foundation | null,
  inputRevisions: Record<string, number>,
): SavedSetup {
  return {
    format: 'wide-aperture/setup',
    format_version: 3,
    id: newId(),
    title,
    note: '',
    tags: [],
    version_of: null,
    version: 1,
    saved_at: new Date().toISOString().replace(/\.\d+Z$/, 'Z'),
    planner_version: plan.planner_version,
    input_revisions: inputRevisions,
    body,
    lens,
    situation: inNumbers(planned.situation, plan),
    preferences: planned.preferences,
    accessories: planned.accessories,
    foundation,
    pins: planned.pins,
    setup: plan.setup,
    choice: plan.choice,
    prices: plan.prices,
    archived: false,
    findings: plan.findings,
  }
}

export function saveSnapshot(...inputs: Parameters<typeof snapshotOf>): SavedSetup {
  const snapshot = plainCopy(snapshotOf(...inputs))
  edit('setups', snapshot)
  return snapshot
}
