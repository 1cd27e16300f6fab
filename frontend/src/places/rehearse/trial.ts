/** A trial: settings changed in the rehearsal and not yet held in the plan. Here they only change names and places. */
import type { Capture, LookRecipe, MeteredBy, Rehearsal } from '@/api/types'
import type { Changes, PinValue } from '@/planning/pins'

export const EXPOSURE = ['shutter_s', 'aperture', 'iso'] as const

type Take = (capture: Capture, value: PinValue) => Capture
const number = (value: PinValue): number => Number(value)
const look =
  (field: keyof LookRecipe): Take =>
  (capture, value) => ({ ...capture, look: { ...capture.look, [field]: value } })
const white =
  (field: keyof Capture['white']): Take =>
  (capture, value) => ({ ...capture, white: { ...capture.white, [field]: value } })

/** Setting ids of the catalogue and where the simulated camera keeps them. */
const TAKES: Record<string, Take> = {
  shutter_s: (capture, value) => ({ ...capture, shutter_s: number(value) }),
  aperture: (capture, value) => ({ ...capture, aperture: number(value) }),
  iso: (capture, value) => ({ ...capture, iso: number(value) }),
  nd_stops: (capture, value) => ({ ...capture, nd_stops: number(value) }),
  focus_distance_m: (capture, value) => ({ ...capture, focus_m: number(value) }),
  shutter_type: (capture, value) => ({ ...capture, shutter_type: value as Capture['shutter_type'] }),
  dr_mode: (capture, value) => ({ ...capture, reserve: value as Capture['reserve'] }),
  shadow_lift: (capture, value) => ({ ...capture, shadow_lift: value as Capture['shadow_lift'] }),
  flash_comp_ev: (capture, value) => ({ ...capture, flash_comp_ev: number(value) }),
  white_balance: white('mode'),
  kelvin: (capture, value) => ({ ...capture, white: { ...capture.white, mode: 'kelvin', kelvin: number(value) } }),
  wb_tint: white('tint'),
  wb_bias: white('bias'),
  picture_profile: look('base'),
  look_filter: look('filter'),
  look_contrast: look('contrast'),
  look_highlight: look('highlight_tone'),
  look_shadow: look('shadow_tone'),
  look_saturation: look('saturation'),
  look_sharpness: look('sharpness'),
  look_noise: look('noise_strength'),
}

/** The camera with the trial's changes made. A white balance mode chosen after a kelvin wins over it. */
export function captureWith(capture: Capture, changes: Changes): Capture {
  let made = capture
  for (const [setting, value] of Object.entries(changes)) made = TAKES[setting]?.(made, value) ?? made
  return made
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
