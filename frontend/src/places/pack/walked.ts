/** What walking a route leaves behind. */
import type { CameraState, Preparation, Route } from '@/api/types'

/** The state once a route was walked, and its place stored where it ends in one. */
export function walked(state: CameraState, route: Route, stored: Preparation | null = null, family = ''): CameraState {
  const values = { ...state.values }
  let active = state.active_slot ?? null
  const sure = new Set<string>()
  for (const step of route.steps) {
    if (step.kind === 'recall') {
      const slot = state.slots?.find((each) => each.id === step.value)
      Object.assign(values, slot?.values)
      Object.keys(slot?.values ?? {}).forEach((name) => sure.add(name))
      active = String(step.value)
    } else if (step.setting) {
      values[step.setting] = step.value ?? null
      sure.add(step.setting)
    }
  }
  const unsure = (state.unsure ?? []).filter((name) => !sure.has(name))
  if (!stored?.place) return { ...state, values, unsure, active_slot: active }
  const slot = { id: stored.place, name: stored.title, values: stored.values, family, stored_at: new Date().toISOString() }
  return { ...state, values, unsure, active_slot: stored.place, slots: [...(state.slots ?? []).filter((each) => each.id !== stored.place), slot] }
}

/** What one step of the preparation is for. */
export function preparationText(each: Preparation): string {
  if (!each.place) return `Stand ready for “${each.title}”`
  return each.place.startsWith('held_button') ? `Give the held button “${each.title}”` : `Store “${each.title}”`
}

export const secondsText = (seconds: number): string => (seconds < 90 ? `${Math.round(seconds)} s` : `${Math.floor(seconds / 60)} min ${String(Math.round(seconds % 60)).padStart(2, '0')} s`)
