/** The small drawings of the Atlas, by setting. */
import { AREA_DIAGRAMS } from './areas'
import { DRIVE_DIAGRAMS } from './drive'
import { FOCUSING_DIAGRAMS } from './focusing'
import type { Panel } from './kinds'

export type { AreaDrawing, Box, CourseDrawing, DistanceDrawing, Drawing, Panel } from './kinds'

export const DIAGRAMS: Record<string, readonly Panel[]> = { ...AREA_DIAGRAMS, ...FOCUSING_DIAGRAMS, ...DRIVE_DIAGRAMS }
