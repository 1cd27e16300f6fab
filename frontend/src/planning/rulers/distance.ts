/** The distance ruler: what is sharp, in metres or feet. */
import type { Plan } from '@/api/types'
import { type Flag, logScale } from '@/rulers/scales'
import { distanceText, fromShown, toShown } from '@/shared/units'
import { type At, type Ends, type RulerModel } from './model'

const METRE_TICKS = [0.1, 0.2, 0.3, 0.5, 1, 2, 3, 5, 10, 20, 50, 100, 200, 500, 1000, 2000, 5000, 10_000, 50_000]
const FOOT_TICKS = [0.3, 0.5, 1, 2, 3, 5, 7, 10, 15, 30, 50, 100, 200, 500, 1000, 3000, 10_000, 50_000]

export function distance(plan: Plan, ends: Ends, at: At): RulerModel {
  const { sharpness } = plan
  const [left, right] = ends.distance
  const scale = logScale(left, right)
  const marker = at('focus_distance_m', sharpness.focus_m ?? right)!
  const imperial = toShown(1) !== 1
  const ticks = (imperial ? FOOT_TICKS : METRE_TICKS).map((shown) => fromShown(shown))
  const note = (metres: number | null, label: string, side: Flag['side']): Flag[] =>
    metres === null || metres < left || metres > right
      ? []
      : [{ at: scale.toUnit(metres), label, severity: 'plain', sentence: distanceText(metres), side }]
  return {
    setting: 'focus_distance_m',
    name: 'Distance',
    valueText: distanceText(marker >= right * 0.999 && sharpness.focus_m === null ? null : marker),
    spoken: distanceText(marker),
    meaning: `sharp ${distanceText(sharpness.near_m)} to ${distanceText(sharpness.far_m ?? null)}`,
    scale,
    ticks: ticks.map((metres) => ({ value: metres, label: distanceText(metres) })),
    bands: [],
    notes: [
      ...note(sharpness.subject_near_m, 'nearest', 'left'),
      ...note(sharpness.subject_far_m ?? null, 'farthest', 'right'),
      ...note(sharpness.hyperfocal_m, 'hyperfocal', 'right'),
    ],
    field: {
      from: sharpness.near_m,
      to: sharpness.far_m ?? right * 2,
      text: `Sharp from ${distanceText(sharpness.near_m)} to ${distanceText(sharpness.far_m ?? null)}`,
    },
    marker,
    fixed: false,
    snap: (metres) => Number(metres.toPrecision(2)),
    nudge: (metres, steps) => Number((metres * 1.12 ** steps).toPrecision(3)),
  }
}
