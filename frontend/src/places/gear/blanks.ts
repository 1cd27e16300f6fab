/** What a new body or lens starts from: a plain full-frame body, a plain 50 mm. Every field is then the person's. */
import type { Body, Lens } from '@/api/types'

export function blankBody(id: string): Body {
  return {
    id,
    name: 'New body',
    note: '',
    sensor_width_mm: 36,
    sensor_height_mm: 24,
    megapixels: 24,
    base_iso: 100,
    highest_iso: 51200,
    fastest_mechanical_s: 1 / 4000,
    fastest_first_curtain_s: null,
    fastest_electronic_s: null,
    fastest_leaf_s: null,
    longest_timed_s: 30,
    flash_sync: { mechanical_s: 1 / 200, electronic_first_curtain_s: null, electronic_s: null, leaf_s: null },
    readout_ms: null,
    frame_rates: [],
    buffer_raw_frames: null,
    card_slots: 1,
    stabiliser_stops: 0,
    spot_area_share: 0.015,
    kelvin_low: 2500,
    kelvin_high: 10_000,
    automatic_kelvin_low: 3000,
    automatic_kelvin_high: 8000,
    anti_flicker: false,
    autofocus: true,
    reserve_floors: [],
    // Replaced by the server's estimate as soon as a figure of the sensor is typed; these are its own for 36 x 24 mm, 24 MP.
    electrons: {
      provenance: 'estimated',
      full_well_e: 59400,
      prnu_fraction: 0.0045,
      dark_current_e_s: 0.05,
      mid_below_clipping_ev: 3.3,
      read_noise: [
        { iso: 100, electrons: 3.625 },
        { iso: 630, electrons: 2.72 },
        { iso: 636, electrons: 1.6 },
        { iso: 51200, electrons: 1.36 },
      ],
    },
    ceilings: { routine: 12800, push: 25600, reason: 'noise', provenance: 'proposed' },
    auto_iso_slowest_shutter: 'fixed',
    program_line: [],
    iso_by_time: [],
    support: [],
    conflicts: [],
    factory: [],
    slots: [],
  }
}

export function blankLens(id: string): Lens {
  return {
    id,
    name: 'New lens',
    note: '',
    focal_min_mm: 50,
    focal_max_mm: 50,
    widest: [{ focal_length_mm: 50, f_number: 1.8 }],
    smallest_f_number: 22,
    fixed_aperture: false,
    closest_focus_m: 0.45,
    stabiliser_stops: 0,
    autofocus: true,
    contacts: true,
    ring: 'by_wire',
    leaf_shutter: false,
    image_circle_mm: null,
    projection: 'rectilinear',
    built_into: null,
  }
}
