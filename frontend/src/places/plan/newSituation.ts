/** A first draft of a situation: it takes over what is likely to stay the same from the one before it. */
import type { PlannedSituation, Schools, Shoot } from '@/api/types'
import { newId } from '@/shared/ids'
import { tables } from '@/shared/tables'

const FIRST: Record<Shoot['genre'], { near: number; far: number | null; light: string; support: PlannedSituation['situation']['support'] }> = {
  sports: { near: 10, far: 40, light: 'overcast', support: 'handheld' },
  wildlife: { near: 10, far: 30, light: 'overcast', support: 'handheld' },
  street: { near: 2, far: 6, light: 'hazy_sun', support: 'handheld' },
  landscape: { near: 3, far: null, light: 'low_sun', support: 'tripod' },
  wedding: { near: 2, far: 5, light: 'reception', support: 'handheld' },
  night_sky: { near: 1_000_000, far: null, light: 'dark_sky', support: 'tripod' },
  portrait: { near: 1.5, far: 3, light: 'open_shade', support: 'handheld' },
  everyday: { near: 2, far: 10, light: 'overcast', support: 'handheld' },
}

const NO_REQUESTS: PlannedSituation['preferences']['requests'] = {
  exposure_mode: null, shutter_s: null, shutter_floor_s: null, aperture: null, iso: null, metering: null, white_balance: null, kelvin: null,
  af_mode: null, af_area: null, subject_detection: null, back_button_af: null, half_press_af: null, shared_camera: false, drive: null,
  burst_seconds: null, shutter_type: null, stabilisation: null, flash: null, dr_mode: null, bracketing: null, focus_stack_frames: null,
  noise_reduction_long_exposure: null, interval_s: null, sequence_frames: null, sequence_hours: null, file: null, picture_profile: null,
  card_mode: null, clock_synced: null, file_prefix: null, self_timer: null, focus_method: null, bodies: 1,
}

/** The server's own defaults, one per question. */
function usualSchools(): Schools {
  return Object.fromEntries((tables.value?.schools ?? []).map((question) => [question.id, question.default])) as Schools
}

export function newSituation(shoot: Shoot, before: PlannedSituation | null, order: number): PlannedSituation {
  const first = FIRST[shoot.genre]
  return {
    shoot_id: shoot.id,
    body_id: before?.body_id ?? null,
    lens_id: before?.lens_id ?? null,
    pins: [],
    accessories: before?.accessories ?? { nd_stops: [], nd_stackable: true, flash: null, release: true, grey_card: false, spare_batteries: 1, cards_gb: 128 },
    preferences: {
      schools: before?.preferences.schools ?? usualSchools(),
      requests: NO_REQUESTS,
      mains_hz: before?.preferences.mains_hz ?? 50,
    },
    situation: {
      id: newId(), title: `Situation ${order + 1}`, note: '', genre: shoot.genre, order, starts_at_min: before?.situation.ends_at_min ?? null,
      ends_at_min: null, subject: null, activity: null, speed: { low_m_s: 0, high_m_s: 0 }, direction: 'still', angular_speed_arcsec_s: null,
      near_m: first.near, far_m: first.far, depth: 'auto', focal_length_mm: null,
      light: { kind: 'named', name: first.light, cct_k: null, ev_low: null, ev_high: null, ev_refers_to: 'the main subject' },
      second_cct_k: null, flicker_hz: null, waveform: 'sine', modulation: 0.4, background_ev100: null, scene_range_ev: null, subject_tone: 'mid',
      background_tone: 'mid', must_hold: [], may_clip: [], may_go_black: [], look: 'as_seen', background_blur_percent: null,
      support: first.support, burst_frames: 1, constraints: [], bearing_deg: null, tilt_deg: 0, sun_bearing_deg: null, sun_altitude_deg: null, moon_ev100: null, output: 'print_a3', temperature_c: null, humidity: null,
    },
  }
}
