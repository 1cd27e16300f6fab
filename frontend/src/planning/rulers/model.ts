/** What a ruler is drawn from, and what the rulers of a plan share. */
import type { Body, Lens, LimitWindow, Plan } from '@/api/types'
import { type Band, type Flag, type RulerScale, type Tick } from '@/rulers/scales'
import { signedStops, stepIndex, stepValue } from '@/shared/format'
import { INFINITY_M } from '@/shared/units'

export interface RulerModel {
  setting: string
  name: string
  valueText: string
  meaning: string
  spoken: string
  scale: RulerScale
  ticks: Tick[]
  bands: Band[]
  notes: Flag[]
  field: { from: number; to: number; text: string } | null
  /** Heights 0..1 over the ruler's values: how much of the frame lies at each tone. */
  profile?: { value: number; height: number }[]
  marker: number | null
  fixed: boolean
  snap: (value: number) => number
  nudge: (value: number, steps: number) => number
}

export interface Dragged {
  setting: string
  value: number
  /** false once it is let go and only waits for the plan. */
  moving: boolean
}

/** Ends of the axes: steady while a marker is dragged, so that the ruler does not slide under the pointer. */
export interface Ends {
  shutter: [number, number]
  aperture: [number, number]
  iso: [number, number]
  distance: [number, number]
}

export const STOPS_SHOWN = 12

export function windowsOn(plan: Plan, axis: LimitWindow['axis']): LimitWindow[] {
  return plan.windows.filter((window) => window.axis === axis)
}

export function bandsOn(plan: Plan, axis: LimitWindow['axis']): Band[] {
  return windowsOn(plan, axis).map((window) => ({
    id: window.id,
    low: window.low ?? null,
    high: window.high ?? null,
    severity: window.severity,
    label: window.imposed_by,
    sentence: window.sentence,
  }))
}

export function endsOf(plan: Plan, body: Body, lens: Lens): Ends {
  const { choice, sharpness } = plan
  const end = (id: string): LimitWindow | undefined => plan.windows.find((window) => window.id === id)
  const fastest = end('shutter_end_fast')?.low ?? choice.shutter_s / 16
  const slowest = end('shutter_end_slow')?.high ?? 30
  const longest = Math.min(slowest * 1.3, Math.max(choice.shutter_s * 32, 1 / 15))
  const shortest = Math.max(fastest * 0.8, longest / 2 ** STOPS_SHOWN)
  const widest = end('lens_ends')?.low ?? choice.aperture
  const smallest = Math.max(end('lens_ends')?.high ?? choice.aperture, widest * 2)
  const dearest = Math.min(body.highest_iso, body.ceilings.push * 2.5)
  const far = sharpness.subject_far_m ?? Math.max(sharpness.subject_near_m * 12, sharpness.hyperfocal_m * 3)
  const farthest = Math.min(INFINITY_M, Math.max(far, sharpness.focus_m ?? 0) * 2)
  const nearest = Math.min(Math.max(lens.closest_focus_m, sharpness.subject_near_m / 12), sharpness.near_m) * 0.85
  return {
    shutter: [longest, shortest],
    aperture: [widest * 0.96, smallest * 1.04],
    iso: [body.base_iso * 0.92, Math.max(dearest, choice.iso * 1.3, body.base_iso * 16)],
    distance: [nearest, Math.max(farthest, nearest * 10)],
  }
}

export function fullStops(quantity: 'shutter' | 'aperture' | 'iso', low: number, high: number, text: (v: number) => string): Tick[] {
  const indices = [low, high].map((value) => Math.round(stepIndex(quantity, value) / 3)).sort((a, b) => a - b)
  const ticks: Tick[] = []
  for (let k = indices[0]! - 1; k <= indices[1]! + 1; k++) {
    const value = stepValue(quantity, k * 3)
    ticks.push({ value, label: text(value) })
  }
  return ticks
}

export const snapTo =
  (quantity: 'shutter' | 'aperture' | 'iso') =>
  (value: number): number =>
    stepValue(quantity, Math.round(stepIndex(quantity, value)))

/** The dearest limit passed on an axis, or the one that holds the value; for the line under the value. */
export function meaningOf(plan: Plan, axis: LimitWindow['axis'], setting: string): string {
  const passed = plan.prices.filter((price) => price.axis === axis)
  if (passed.length) return passed.map((price) => `${price.label} ${signedStops(price.ev)}`).join(', ')
  const first = plan.setup.settings[setting]?.limits[0]
  const held = windowsOn(plan, axis).find((window) => window.id === first)
  return held ? `at: ${held.imposed_by}` : 'free'
}

export type At = (setting: string, value: number | null) => number | null
