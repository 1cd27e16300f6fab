/** Who decided a value, in words, and which of them stand on any day. */
import type { SettingValue } from '@/api/types'

type Layer = SettingValue['layer']

export const LAYERS: Record<Layer, string> = {
  usual: 'Usual: as most leave it on any day.',
  school: 'School: a question you settled once.',
  foundation: 'Foundation: your own, on any day.',
  genre: 'Genre: usual for this kind of work.',
  situation: 'Situation: follows from this brief.',
  request: 'Request: asked for in this brief.',
  body: 'Body: nothing else is there.',
  pin: 'Pin: you hold it.',
}
const ON_ANY_DAY: ReadonlySet<Layer> = new Set(['foundation', 'usual', 'school'])

/** On the body before any situation speaks. */
export const standsOnAnyDay = (held: SettingValue): boolean => ON_ANY_DAY.has(held.layer)
