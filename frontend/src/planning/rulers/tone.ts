/** The tone ruler: the scene under the sensor window, with the frame's own tones. */
import type { FrameOut, Plan } from '@/api/types'
import { type Band, linearScale } from '@/rulers/scales'
import { signedStops } from '@/shared/format'
import { fixed } from '@/shared/numberText'
import { type At, type RulerModel } from './model'

/** How the simulated frame's tones spread, in EV from mid: eighths of a stop of its green channel. */
function toneProfile(frame: FrameOut | null): RulerModel['profile'] {
  const counts = frame?.raw_histogram[1]
  if (!frame || !counts) return undefined
  const top = Math.max(...counts.slice(1, -1), 1)
  return counts.map((count, i) => ({ value: (i + 0.5) / 8 - 14 + frame.raw_clip_ev, height: Math.min(Math.sqrt(count / top), 1) }))
}

export function tone(plan: Plan, at: At, frame: FrameOut | null): RulerModel {
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
    valueText: range === null ? 'range unknown' : `${fixed(range, 1)} EV`,
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
    field: low !== null && high !== null ? { from: low, to: high, text: `The scene spans ${fixed(range!, 1)} EV` } : null,
    profile: toneProfile(frame),
    marker,
    fixed: byHand,
    snap: (ev) => Math.round(ev * 3) / 3,
    nudge: (ev, steps) => Math.round(ev * 3 + steps) / 3,
  }
}
