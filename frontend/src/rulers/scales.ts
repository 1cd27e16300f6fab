/** The mathematics of drawing a ruler: positions, ticks, hatched stretches and the places of labels. */

export interface RulerScale {
  /** 0 at the left end, 1 at the right end; values beyond the ends go beyond. */
  toUnit: (value: number) => number
  fromUnit: (unit: number) => number
}

/** Logarithmic; left > right is allowed (times run from long to short). */
export function logScale(left: number, right: number): RulerScale {
  const a = Math.log2(left)
  const span = Math.log2(right) - a
  return { toUnit: (value) => (Math.log2(value) - a) / span, fromUnit: (unit) => 2 ** (a + unit * span) }
}

export function linearScale(left: number, right: number): RulerScale {
  return { toUnit: (value) => (value - left) / (right - left), fromUnit: (unit) => left + unit * (right - left) }
}

/** Linear in mired, given and read in kelvin. */
export function miredScale(leftK: number, rightK: number): RulerScale {
  const inner = linearScale(1e6 / leftK, 1e6 / rightK)
  return { toUnit: (kelvin) => inner.toUnit(1e6 / kelvin), fromUnit: (unit) => 1e6 / inner.fromUnit(unit) }
}

export type Severity = 'costs' | 'forbidden'

/** What a limit leaves free, in the ruler's values; null: open on that side. low and high as numbers, not as ends. */
export interface Band {
  id: string
  low: number | null
  high: number | null
  severity: Severity
  label: string
  sentence: string
}

export interface Stretch {
  from: number
  to: number
  severity: Severity
}

export interface Flag {
  at: number
  label: string
  severity: Severity | 'plain'
  sentence: string
  /** Side of the line on which the label stands. */
  side: 'left' | 'right'
}

const clamp = (unit: number): number => Math.min(1, Math.max(0, unit))

/** The first and the last value of a ruler that no hard limit bars; its own ends where everything is barred. */
export function openEnds(bands: Band[], scale: RulerScale): [number, number] {
  const barred = stretches(bands, scale).filter((part) => part.severity === 'forbidden')
  let [from, to] = [0, 1]
  for (const part of barred) if (part.from <= from) from = Math.max(from, part.to)
  for (const part of [...barred].reverse()) if (part.to >= to) to = Math.min(to, part.from)
  return from < to ? [scale.fromUnit(from), scale.fromUnit(to)] : [scale.fromUnit(0), scale.fromUnit(1)]
}

/** The hatched stretches of a ruler: where several limits overlap, the heavier hatch shows. */
export function stretches(bands: Band[], scale: RulerScale): Stretch[] {
  const barred = bands.flatMap((band) => outside(band, scale))
  const edges = [...new Set(barred.flatMap((part) => [part.from, part.to]))].sort((a, b) => a - b)
  const found: Stretch[] = []
  for (let i = 0; i + 1 < edges.length; i++) {
    const from = edges[i]!
    const to = edges[i + 1]!
    const covering = barred.filter((part) => part.from <= from && part.to >= to)
    if (!covering.length || to - from < 1e-9) continue
    const severity = covering.some((part) => part.severity === 'forbidden') ? 'forbidden' : 'costs'
    const last = found.at(-1)
    if (last && last.severity === severity && last.to === from) last.to = to
    else found.push({ from, to, severity })
  }
  return found
}

function outside(band: Band, scale: RulerScale): Stretch[] {
  const rising = scale.toUnit(2) > scale.toUnit(1)
  const parts: Stretch[] = []
  const add = (from: number, to: number): void => {
    if (clamp(to) > clamp(from)) parts.push({ from: clamp(from), to: clamp(to), severity: band.severity })
  }
  if (band.low !== null) {
    const unit = scale.toUnit(band.low)
    if (rising) add(0, unit)
    else add(unit, 1)
  }
  if (band.high !== null) {
    const unit = scale.toUnit(band.high)
    if (rising) add(unit, 1)
    else add(0, unit)
  }
  return parts
}

/** One flag per limit edge that lies on the ruler, its label on the side that the limit bars. */
export function flags(bands: Band[], scale: RulerScale): Flag[] {
  const rising = scale.toUnit(2) > scale.toUnit(1)
  const found: Flag[] = []
  for (const band of bands) {
    const edges: [number | null, 'left' | 'right'][] = [
      [band.low, rising ? 'left' : 'right'],
      [band.high, rising ? 'right' : 'left'],
    ]
    for (const [value, side] of edges) {
      if (value === null) continue
      const unit = scale.toUnit(value)
      if (unit > 0.004 && unit < 0.996) {
        found.push({ at: unit, label: band.label, severity: band.severity, sentence: band.sentence, side })
      }
    }
  }
  return found.sort((a, b) => a.at - b.at)
}

export interface PlacedLabel extends Flag {
  /** Left edge of the text in pixels and the row above the ruler (0 is nearest). null: no room, shown on hover. */
  x: number | null
  row: number
}

const CHARACTER_PX = 5.1
const GAP_PX = 5
const SHIFT_PX = 9 // clears the marker's head

/** About how wide a label is in the condensed label face. */
export const textWidth = (label: string): number => label.length * CHARACTER_PX

/** Gives labels room: first on their own side, then on the other, then a row higher; the rest are left out. */
export function placeLabels(items: Flag[], width: number, rows: number, taken: [number, number][] = []): PlacedLabel[] {
  const used: [number, number][][] = Array.from({ length: rows }, (_, row) => (row === 0 ? [...taken] : []))
  // What costs teaches more than where the hardware ends, and a note is good to have.
  const weight = { costs: 0, forbidden: 1, plain: 2 }
  const placed = new Map<Flag, PlacedLabel>()
  for (const flag of [...items].sort((a, b) => weight[a.severity] - weight[b.severity])) {
    const length = textWidth(flag.label)
    const at = flag.at * width
    const lefts = { left: at - GAP_PX - length, right: at + GAP_PX }
    const other = flag.side === 'left' ? 'right' : 'left'
    let spot: PlacedLabel = { ...flag, x: null, row: 0 }
    search: for (let row = 0; row < rows; row++) {
      for (const [side, shift] of [
        [flag.side, 0],
        [other, 0],
        [flag.side, SHIFT_PX],
        [other, SHIFT_PX],
      ] as const) {
        const x = lefts[side] + (side === 'left' ? -shift : shift)
        const fits = x >= -2 && x + length <= width + 2
        if (fits && used[row]!.every(([from, to]) => x > to || x + length < from)) {
          used[row]!.push([x - 3, x + length + 3])
          spot = { ...flag, side, x, row }
          break search
        }
      }
    }
    placed.set(flag, spot)
  }
  return items.map((flag) => placed.get(flag)!)
}

export interface Tick {
  value: number
  label: string
}

/** Ticks whose labels do not run into each other. */
export function roomyTicks(ticks: Tick[], scale: RulerScale, width: number): (Tick & { unit: number })[] {
  const kept: (Tick & { unit: number })[] = []
  for (const tick of ticks) {
    const unit = scale.toUnit(tick.value)
    if (unit < -0.001 || unit > 1.001) continue
    const last = kept.at(-1)
    const needed = last ? ((last.label.length + tick.label.length) * 5.2) / 2 + 8 : 0
    if (!last || Math.abs(unit - last.unit) * width >= needed) kept.push({ ...tick, unit })
  }
  return kept
}

/** What a ruler shows besides its marker. */
export interface RulerMarks {
  scale: RulerScale
  ticks: Tick[]
  bands: Band[]
  /** Marks without a window: hyperfocal distance, lamps of the scene. */
  notes?: Flag[]
  /** A stretch drawn as a soft field: what is sharp, what the scene spans. */
  field?: { from: number; to: number; text: string } | null
  /** A spread drawn in the bar: heights 0..1 over values. */
  profile?: { value: number; height: number }[]
}
