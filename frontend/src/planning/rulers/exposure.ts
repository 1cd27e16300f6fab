/** The rulers of shutter, aperture and ISO. */
import type { Plan } from '@/api/types'
import { type Flag, logScale } from '@/rulers/scales'
import { apertureText, isoText, nudged, shutterText, shutterWithUnit, signedStops } from '@/shared/format'
import { fixed } from '@/shared/numberText'
import { type At, bandsOn, type Ends, fullStops, meaningOf, type RulerModel, snapTo } from './model'

export function shutter(plan: Plan, ends: Ends, at: At): RulerModel {
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

export function aperture(plan: Plan, ends: Ends, at: At): RulerModel {
  const marker = at('aperture', plan.choice.aperture)!
  const [left, right] = ends.aperture
  const lens = plan.windows.find((window) => window.id === 'lens_ends')
  const isFixed = lens?.low !== null && lens?.low === lens?.high
  const blur = plan.sharpness.background_blur_percent
  const held = meaningOf(plan, 'aperture', 'aperture')
  const widest = lens?.low ?? left
  const atWidest = isFixed ? 'the only one' : marker <= widest * 1.03 ? 'widest' : 'free'
  const hold = held === 'free' || held.includes('lens ends') ? atWidest : held
  return {
    setting: 'aperture',
    name: 'Aperture',
    valueText: apertureText(marker),
    spoken: apertureText(marker),
    meaning: `${hold}; background disc ${fixed(blur, 1)} %`,
    scale: logScale(left, right),
    ticks: fullStops('aperture', left, right, apertureText),
    bands: bandsOn(plan, 'aperture'),
    notes: [],
    field: null,
    marker,
    fixed: isFixed,
    snap: (value) => Math.max(snapTo('aperture')(value), widest),
    nudge: (value, steps) => Math.max(nudged('aperture', value, steps), widest),
  }
}

/** Marks on the ISO ruler that are no limits: where the sensor reads more cleanly, and from where only the sky's noise counts. */
const ISO_NOTES: Record<string, string> = { second_gain: 'cleaner', read_noise_drowned: 'noise drowned' }
const SAME_NOTE = 0.03 // of the ruler: nearer, two notes share one label

export function iso(plan: Plan, ends: Ends, at: At): RulerModel {
  const marker = at('iso', plan.choice.iso)!
  const [left, right] = ends.iso
  const ceiling = plan.windows.find((window) => window.id === 'ceiling')?.high
  const inHand = ceiling ? Math.log2(ceiling / marker) : 0
  const mode = plan.setup.settings['exposure_mode']?.value
  const scale = logScale(left, right)
  const notes: Flag[] = []
  for (const window of plan.windows.filter((each) => each.id in ISO_NOTES))
    for (const value of window.marks) {
      const at = scale.toUnit(value)
      const same = notes.find((note) => Math.abs(note.at - at) < SAME_NOTE)
      if (same) Object.assign(same, { label: ISO_NOTES[window.id]!, sentence: `${same.sentence} ${window.sentence}` })
      else notes.push({ at, label: ISO_NOTES[window.id]!, severity: 'plain', sentence: window.sentence, side: 'left' })
    }
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
