/** Where values lie on a chart's scale. Times and ISO are drawn by ratios, as a stop is one everywhere. */

const FAR_RATIO = 5
const FAR_STEPS = 3
const MOST_CLOCKS = 7
const CLOCK_STEPS = [1, 2, 5, 10, 15, 30, 60, 120, 240]

const place = (value: number, log: boolean): number => (log ? Math.log2(value) : value)

/** Whether a limit lies near enough to the frames to be worth the room. */
export function isNear(edge: number, values: readonly number[], log: boolean): boolean {
  if (!values.length) return false
  const low = Math.min(...values)
  const high = Math.max(...values)
  return log ? edge > low / FAR_RATIO && edge < high * FAR_RATIO : edge > low - FAR_STEPS && edge < high + FAR_STEPS
}

/** 0 at the low end, 1 at the high end; what lies beyond is drawn at the end. */
export function shareOf(value: number, ends: { low: number; high: number }, log: boolean): number {
  const held = Math.min(Math.max(value, ends.low), ends.high)
  return (place(held, log) - place(ends.low, log)) / (place(ends.high, log) - place(ends.low, log))
}

/** Round times of the day between two, in minutes: about seven at most. */
export function roundTimes(low: number, high: number): number[] {
  const step = CLOCK_STEPS.find((each) => (high - low) / each <= MOST_CLOCKS) ?? 480
  const found: number[] = []
  for (let at = Math.ceil(low / step) * step; at <= high; at += step) found.push(at)
  return found
}
