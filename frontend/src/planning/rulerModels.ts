/** Turns a plan into what the six rulers draw. Nothing is decided here: the limits are the server's. */
import type { Body, FrameOut, Lens, LimitWindow, Plan } from '@/api/types'
import { type Band, type Flag, linearScale, logScale, miredScale, type RulerScale, type Tick } from '@/rulers/scales'
import { apertureText, evText, isoText, kelvinText, nudged, shutterText, shutterWithUnit, signedStops, stepIndex, stepValue } from '@/shared/format'
import { distanceText, fromShown, INFINITY_M, toShown } from '@/shared/units'

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

const STOPS_SHOWN = 12

function windowsOn(plan: Plan, axis: LimitWindow['axis']): LimitWindow[] {
  return plan.windows.filter((window) => window.axis === axis)
}

function bandsOn(plan: Plan, axis: LimitWindow['axis']): Band[] {
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

function fullStops(quantity: 'shutter' | 'aperture' | 'iso', low: number, high: number, text: (v: number) => string): Tick[] {
  const indices = [low, high].map((value) => Math.round(stepIndex(quantity, value) / 3)).sort((a, b) => a - b)
  const ticks: Tick[] = []
  for (let k = indices[0]! - 1; k <= indices[1]! + 1; k++) {
    const value = stepValue(quantity, k * 3)
    ticks.push({ value, label: text(value) })
  }
  return ticks
}

const snapTo =
  (quantity: 'shutter' | 'aperture' | 'iso') =>
  (value: number): number =>
    stepValue(quantity, Math.round(stepIndex(quantity, value)))

/** The dearest limit passed on an axis, or the one that holds the value; for the line under the value. */
function meaningOf(plan: Plan, axis: LimitWindow['axis'], setting: string): string {
  const passed = plan.prices.filter((price) => price.axis === axis)
  if (passed.length) return passed.map((price) => `${price.label} ${signedStops(price.ev)}`).join(', ')
  const first = plan.setup.settings[setting]?.limits[0]
  const held = windowsOn(plan, axis).find((window) => window.id === first)
  return held ? `at: ${held.imposed_by}` : 'free'
}

export function rulerModels(plan: Plan, ends: Ends, dragged: Dragged | null, frame: FrameOut | null = null): RulerModel[] {
  const at = (setting: string, value: number | null): number | null => (dragged?.setting === setting ? dragged.value : value)
  return [shutter(plan, ends, at), aperture(plan, ends, at), iso(plan, ends, at), tone(plan, at, frame), colour(plan, at), distance(plan, ends, at)]
}

type At = (setting: string, value: number | null) => number | null

function shutter(plan: Plan, ends: Ends, at: At): RulerModel {
  const marker = at('shutter_s', plan.choice.shutter_s)!
  const [left, right] = ends.shutter
  const scale = logScale(left, right)
  const lamp = plan.windows.find((window) => window.id === 'flicker')
  const notes: Flag[] = (lamp?.marks ?? [])
    .slice(0, 1)
    .map((seconds) => ({ at: scale.toUnit(seconds), label: lamp!.imposed_by, severity: 'plain', sentence: lamp!.sentence, side: 'right' }))
  return {
    setting: 'shutter_s',
    name: 'Shutter',
    valueText: shutterWithUnit(marker),
    spoken: shutterWithUnit(marker),
    meaning: meaningOf(plan, 'shutter_s', 'shutter_s'),
    scale,
    ticks: fullStops('shutter', left, right, shutterText),
    bands: bandsOn(plan, 'shutter_s').filter((band) => band.id !== 'flicker'),
    notes: notes.filter((flag) => flag.at > 0 && flag.at < 1),
    field: null,
    marker,
    fixed: false,
    snap: snapTo('shutter'),
    nudge: (value, steps) => nudged('shutter', value, steps),
  }
}

function aperture(plan: Plan, ends: Ends, at: At): RulerModel {
  const marker = at('aperture', plan.choice.aperture)!
  const [left, right] = ends.aperture
  const lens = plan.windows.find((window) => window.id === 'lens_ends')
  const fixed = lens?.low !== null && lens?.low === lens?.high
  const blur = plan.sharpness.background_blur_percent
  const held = meaningOf(plan, 'aperture', 'aperture')
  const widest = lens?.low ?? left
  const atWidest = fixed ? 'the only one' : marker <= widest * 1.03 ? 'widest' : 'free'
  const hold = held === 'free' || held.includes('lens ends') ? atWidest : held
  return {
    setting: 'aperture',
    name: 'Aperture',
    valueText: apertureText(marker),
    spoken: apertureText(marker),
    meaning: `${hold}; background disc ${blur.toFixed(1)} %`,
    scale: logScale(left, right),
    ticks: fullStops('aperture', left, right, apertureText),
    bands: bandsOn(plan, 'aperture'),
    notes: [],
    field: null,
    marker,
    fixed,
    snap: (value) => Math.max(snapTo('aperture')(value), widest),
    nudge: (value, steps) => Math.max(nudged('aperture', value, steps), widest),
  }
}

function iso(plan: Plan, ends: Ends, at: At): RulerModel {
  const marker = at('iso', plan.choice.iso)!
  const [left, right] = ends.iso
  const ceiling = plan.windows.find((window) => window.id === 'ceiling')?.high
  const inHand = ceiling ? Math.log2(ceiling / marker) : 0
  const mode = plan.setup.settings['exposure_mode']?.value
  const cleaner = plan.windows.find((window) => window.id === 'second_gain')
  const scale = logScale(left, right)
  const notes: Flag[] = (cleaner?.marks ?? []).map((value) => ({
    at: scale.toUnit(value),
    label: 'cleaner',
    severity: 'plain',
    sentence: cleaner!.sentence,
    side: 'left',
  }))
  const automatic = typeof mode === 'string' && /auto_iso|zone_focus/.test(mode)
  return {
    setting: 'iso',
    name: automatic ? 'ISO, automatic' : 'ISO',
    valueText: isoText(marker),
    spoken: `ISO ${isoText(marker)}`,
    meaning: inHand > 0 ? `${signedStops(inHand).replace('+', '')} under your ceiling` : 'at or above your ceiling',
    scale,
    ticks: fullStops('iso', left, right, isoText),
    bands: bandsOn(plan, 'iso').filter((band) => band.low !== null || band.high !== null),
    notes: notes.filter((flag) => flag.at > 0 && flag.at < 1),
    field: null,
    marker,
    fixed: false,
    snap: snapTo('iso'),
    nudge: (value, steps) => nudged('iso', value, steps),
  }
}

/** How the simulated frame's tones spread, in EV from mid: eighths of a stop of its green channel. */
function toneProfile(frame: FrameOut | null): RulerModel['profile'] {
  const counts = frame?.raw_histogram[1]
  if (!frame || !counts) return undefined
  const top = Math.max(...counts.slice(1, -1), 1)
  return counts.map((count, i) => ({ value: (i + 0.5) / 8 - 14 + frame.raw_clip_ev, height: Math.min(Math.sqrt(count / top), 1) }))
}

function tone(plan: Plan, at: At, frame: FrameOut | null): RulerModel {
  const { sensor } = plan
  const byHand = plan.set_by_hand?.length === 3
  const value = plan.setup.settings['exposure_comp_ev']?.value
  const marker = at('exposure_comp_ev', typeof value === 'number' ? value : 0)!
  const low = sensor.scene_low_ev ?? null
  const high = sensor.scene_high_ev ?? null
  const range = low !== null && high !== null ? high - low : null
  const holds = sensor.raw_clip_ev - sensor.noise_floor_ev
  const left = Math.min(sensor.noise_floor_ev, low ?? 0) - 1
  const right = Math.max(sensor.raw_clip_ev, high ?? 0) + 2
  const limit = (id: string, label: string, edges: Partial<Band>, sentence: string, severity: Band['severity']): Band => ({
    id,
    label,
    low: null,
    high: null,
    severity,
    sentence,
    ...edges,
  })
  return {
    setting: 'exposure_comp_ev',
    name: 'Tone',
    valueText: range === null ? 'range unknown' : `${range.toFixed(1)} EV`,
    spoken: `meter ${signedStops(marker)} EV`,
    meaning: `${range === null ? '' : range <= holds ? 'fits one frame; ' : 'more than one frame; '}${byHand ? 'set by hand' : `meter ${signedStops(marker)}`}`,
    scale: linearScale(left, right),
    ticks: Array.from({ length: 30 }, (_, i) => i - 18).map((ev) => ({ value: ev, label: ev === 0 ? 'mid' : signedStops(ev) })),
    bands: [
      limit('noise', 'noise floor', { low: sensor.noise_floor_ev }, 'Darker tones drown in noise at this ISO and output.', 'costs'),
      limit('preview', 'screen clips', { high: sensor.preview_clip_ev }, 'The camera’s own picture shows these tones as lost.', 'costs'),
      limit('raw', 'raw clips', { high: sensor.raw_clip_ev }, 'Nothing brings these tones back.', 'forbidden'),
    ],
    notes: [],
    field: low !== null && high !== null ? { from: low, to: high, text: `The scene spans ${range!.toFixed(1)} EV` } : null,
    profile: toneProfile(frame),
    marker,
    fixed: byHand,
    snap: (ev) => Math.round(ev * 3) / 3,
    nudge: (ev, steps) => Math.round(ev * 3 + steps) / 3,
  }
}

function colour(plan: Plan, at: At): RulerModel {
  const value = plan.setup.settings['kelvin']?.value
  const marker = at('kelvin', typeof value === 'number' ? value : plan.light.cct_k)!
  const scale = miredScale(13000, 1800)
  const { cct_k: light, second_cct_k: second } = plan.light
  const cast = 1e6 / marker - 1e6 / light
  const lamp = (kelvin: number, label: string, side: Flag['side']): Flag => ({
    at: scale.toUnit(kelvin),
    label,
    severity: 'plain',
    sentence: kelvinText(kelvin),
    side,
  })
  const notes = [lamp(light, 'light', 'right')]
  if (second) notes.push(lamp(second, 'second light', 'right'))
  const mode = plan.setup.settings['white_balance']?.value
  const castText = Math.abs(cast) < 3 ? 'neutral in this light' : `${Math.abs(cast).toFixed(0)} mired ${cast < 0 ? 'warmer' : 'cooler'}`
  return {
    setting: 'kelvin',
    name: 'Colour',
    valueText: kelvinText(marker),
    spoken: kelvinText(marker),
    meaning: `${mode === 'auto' ? 'automatic; ' : ''}${castText}`,
    scale,
    ticks: [12000, 9000, 7000, 6000, 5000, 4500, 4000, 3500, 3000, 2700, 2400, 2200, 2000, 1850].map((kelvin) => ({
      value: kelvin,
      label: String(kelvin),
    })),
    bands: bandsOn(plan, 'kelvin')
      .map((band) => ({ ...band, label: band.id === 'cast' ? 'cast shows' : band.label }))
      .filter((band) => band.id !== 'second_cast'),
    notes,
    field: null,
    marker,
    fixed: false,
    snap: (kelvin) => Math.round(kelvin / 50) * 50,
    nudge: (kelvin, steps) => Math.round(kelvin / 50) * 50 + steps * 50,
  }
}

const METRE_TICKS = [0.1, 0.2, 0.3, 0.5, 1, 2, 3, 5, 10, 20, 50, 100, 200, 500, 1000, 2000, 5000, 10_000, 50_000]
const FOOT_TICKS = [0.3, 0.5, 1, 2, 3, 5, 7, 10, 15, 30, 50, 100, 200, 500, 1000, 3000, 10_000, 50_000]

function distance(plan: Plan, ends: Ends, at: At): RulerModel {
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

export const lightText = (plan: Plan): string => evText(plan.light.ev100)
