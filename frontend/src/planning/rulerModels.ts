/** The six rulers of a plan, as they are drawn. */
import type { FrameOut, Plan } from '@/api/types'
import { colour } from './rulers/colour'
import { distance } from './rulers/distance'
import { aperture, iso, shutter } from './rulers/exposure'
import { type Dragged, type Ends, type RulerModel } from './rulers/model'
import { tone } from './rulers/tone'

export { type Dragged, type Ends, endsOf, type RulerModel } from './rulers/model'

export function rulerModels(plan: Plan, ends: Ends, dragged: Dragged | null, frame: FrameOut | null = null): RulerModel[] {
  const at = (setting: string, value: number | null): number | null => (dragged?.setting === setting ? dragged.value : value)
  return [shutter(plan, ends, at), aperture(plan, ends, at), iso(plan, ends, at), tone(plan, at, frame), colour(plan, at), distance(plan, ends, at)]
}
