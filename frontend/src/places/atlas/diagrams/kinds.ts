/** Small drawings of what focus and drive settings do: an area in the frame, a course over time, a distance over time. */

/** x, y of the middle, width, height: per cent of the frame. */
export type Box = readonly [number, number, number, number]
/** A moment, or from when to when; the whole drawing lasts 10. */
export type Moments = readonly (number | readonly [number, number])[]

export interface AreaDrawing {
  kind: 'area'
  says: string
  boxes: readonly Box[]
  dim?: readonly Box[]
  who?: 'person' | 'face' | 'two' | 'bird' | 'none'
  dots?: readonly [number, number]
  way?: readonly (readonly [number, number])[]
}
export interface CourseDrawing {
  kind: 'course'
  says: string
  tracks: readonly { name: string; at: Moments }[]
}
export interface DistanceDrawing {
  kind: 'distance'
  says: string
  subject: readonly number[]
  focus: readonly number[]
  /** When something stands before the subject. */
  hidden?: readonly [number, number]
}
export type Drawing = AreaDrawing | CourseDrawing | DistanceDrawing
/** value: as the setting has it; null: of the setting altogether. */
export interface Panel {
  value: string | number | null
  drawing: Drawing
}

export const area = (value: Panel['value'], says: string, boxes: readonly Box[], more: Partial<AreaDrawing> = {}): Panel => ({
  value,
  drawing: { kind: 'area', says, boxes, ...more },
})
export const course = (value: Panel['value'], says: string, tracks: Record<string, Moments>): Panel => ({
  value,
  drawing: { kind: 'course', says, tracks: Object.entries(tracks).map(([name, at]) => ({ name, at })) },
})
export const distance = (
  value: Panel['value'],
  says: string,
  subject: readonly number[],
  focus: readonly number[],
  hidden?: readonly [number, number],
): Panel => ({ value, drawing: { kind: 'distance', says, subject, focus, ...(hidden ? { hidden } : {}) } })

/** Where things lie in the drawn frame. */
export const HEAD: Box = [50, 30, 9, 13]
export const EYE: Box = [48, 28, 4, 6]
export const WHOLE: Box = [50, 50, 92, 88]
export const NEARS = [9, 8, 7, 6, 5, 4, 3, 2.5, 2, 1.5, 1]
export const STEADY = [5, 5, 5, 5, 5, 5, 5, 5, 5, 5, 5]
