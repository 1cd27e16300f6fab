/** Words of the lab: what is held, and the scenario's figures with the range a hand may give them. */
import type { Scenario } from '@/api/types'

export const HELD = ['the subject', 'the background', 'what crossed', 'what stands before it', 'nothing yet'] as const

export interface FigureField {
  name: keyof Scenario & string
  label: string
  unit: string
  min: number
  max: number
  step: number
}
export const FIGURES: readonly FigureField[] = [
  { name: 'distance_m', label: 'Distance', unit: 'm', min: 1, max: 120, step: 0.5 },
  { name: 'speed_m_s', label: 'Speed', unit: 'm/s', min: 0, max: 30, step: 0.1 },
  { name: 'acceleration_m_s2', label: 'Changes of pace', unit: 'm/s²', min: 0, max: 30, step: 0.1 },
  { name: 'size_m', label: 'What an area can lie on', unit: 'm', min: 0.02, max: 3, step: 0.01 },
  { name: 'contrast', label: 'Contrast of the subject', unit: '', min: 0.05, max: 1, step: 0.05 },
  { name: 'background_m', label: 'Background', unit: 'm', min: 1, max: 500, step: 1 },
  { name: 'background_texture', label: 'Texture behind', unit: '', min: 0, max: 1, step: 0.05 },
  { name: 'crossings_per_s', label: 'Others cross', unit: 'a second', min: 0, max: 2, step: 0.05 },
  { name: 'crossing_s', label: 'Each takes', unit: 's', min: 0.05, max: 2, step: 0.05 },
  { name: 'obstacles', label: 'Stands before it', unit: 'of the view', min: 0, max: 0.8, step: 0.05 },
  { name: 'relief_m', label: 'Area beside what must be sharp', unit: 'm', min: 0, max: 0.5, step: 0.005 },
]

export const HANGS: Record<string, string> = {
  ...Object.fromEntries(FIGURES.map((field) => [field.name, field.label.toLowerCase()])),
  noise: 'spread of a measurement',
  jump: 'what counts as a jump',
  near_bias: 'how much nearer things win',
  hand_s: 'how late the hand is',
  hand_share: 'how much the hand trembles',
  found_weight: 'how sure detection is',
  found_share: 'the size detection needs',
  cycle_hz: 'measurements a second',
  lens_s: 'the lens’s own speed',
}
