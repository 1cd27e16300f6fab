/** A trial: settings changed in the rehearsal and not yet held in the plan. Here they only change names and places. */
import type { Capture, MeteredBy, Rehearsal } from '@/api/types'
import { settingOf } from '@/shared/tables'
import type { Changes, PinValue } from '@/planning/pins'

export const EXPOSURE = ['shutter_s', 'aperture', 'iso'] as const

/** The camera with the trial's changes made, each where its catalogue entry says that it goes. What comes later wins. */
export function captureWith(capture: Capture, changes: Changes): Capture {
  let made = capture
  for (const [setting, value] of Object.entries(changes)) {
    const place = settingOf(setting)?.feeds
    if (place) made = fed(made, place, value)
  }
  return made
}

function fed(capture: Capture, place: string, value: PinValue): Capture {
  const [root, leaf] = place.split('.') as [string, string?]
  // Whether a flash lights the scene is the brief's, and what the meter takes is not the capture's.
  if (!(root in capture) || root === 'flash') return capture
  if (!leaf) return { ...capture, [root]: value }
  const part = capture[root as keyof Capture] as Record<string, unknown>
  const typed = place === 'white.kelvin' ? { mode: 'kelvin' } : {} // a typed number is a mode of its own
  return { ...capture, [root]: { ...part, ...typed, [leaf]: value } }
}

export function meterWith(base: Rehearsal, changes: Changes, point: { x: number; y: number }): MeteredBy {
  const pattern = (changes['metering'] ?? base.meter.pattern) as MeteredBy['pattern']
  const faces = changes['face_metering'] ?? base.meter.favour_faces
  return {
    pattern,
    x: point.x,
    y: point.y,
    spot_area: base.meter.spot_area,
    link_point: (changes['spot_link'] ?? (base.meter.link_point ? 'af_point' : 'centre')) === 'af_point',
    favour_faces: faces === true || faces === 'on',
    comp_ev: Number(changes['exposure_comp_ev'] ?? base.meter.comp_ev),
    free: 'iso',
  }
}

/** What the plan must hold to stand where the camera stands: all three exposure values once one of them was changed. */
export function pinsOf(capture: Capture | null, changes: Changes): Changes {
  if (!capture || !EXPOSURE.some((axis) => axis in changes)) return changes
  return { shutter_s: capture.shutter_s, aperture: capture.aperture, iso: capture.iso, ...changes }
}

/** What a camera stands at, in values that hold whatever the plan becomes: its exposure and reserve beside what was changed. */
export const standing = (capture: Capture, changes: Changes): Changes => ({
  ...changes,
  shutter_s: capture.shutter_s,
  aperture: capture.aperture,
  iso: capture.iso,
  dr_mode: capture.reserve,
})
