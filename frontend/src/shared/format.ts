/** How values are written. The marked scales come from the server; here they are only looked up. */
import type { Scales } from '@/api/types'
import { clockHours, clockIn } from './habits'
import { marked as inMark, significant } from './numberText'

type Quantity = keyof Scales
const THIRDS = ['', '⅓', '⅔']

let scales: Scales | null = null

export function useScales(loaded: Scales): void {
  scales = loaded
}

export function stepIndex(quantity: Quantity, value: number): number {
  if (quantity === 'shutter') return -Math.log2(value) * 3
  return quantity === 'aperture' ? 2 * Math.log2(value) * 3 : Math.log2(value / 100) * 3
}

export function stepValue(quantity: Quantity, index: number): number {
  if (quantity === 'shutter') return 2 ** (-index / 3)
  return quantity === 'aperture' ? 2 ** (index / 6) : 100 * 2 ** (index / 3)
}

/** The value one or more third steps further along its scale, from the marked step nearest to it. */
export function nudged(quantity: Quantity, value: number, steps: number): number {
  return stepValue(quantity, Math.round(stepIndex(quantity, value)) + steps)
}

function marking(quantity: Quantity, value: number): string | null {
  const exact = stepIndex(quantity, value)
  const index = Math.round(exact)
  const scale = scales?.[quantity]
  if (!scale || Math.abs(exact - index) > 0.004) return null
  return scale.labels[index - scale.first_index] ?? null
}

const short = (value: number, digits = 2): string => significant(value, digits)

/** Beyond 30 s bodies mark nothing; people count 40 s, 50 s, 1 min, 80 s, 100 s, 2 min and so on. */
function longMarking(seconds: number): string | null {
  const exact = stepIndex('shutter', seconds)
  const index = Math.round(exact)
  if (index >= -15 || Math.abs(exact - index) > 0.004) return null
  return index % 3 === 0 ? `${2 ** (-index / 3 - 6)} min` : `${short(seconds, seconds < 100 ? 1 : 2)} s`
}

/** "1/250", "0.4 s", "2 min": without the unit where it is a fraction. */
export function shutterText(seconds: number): string {
  const marked = marking('shutter', seconds)
  if (marked) return marked.includes('/') ? marked.replace(' s', '') : inMark(marked)
  const long = longMarking(seconds)
  if (long) return long
  if (seconds < 0.3 && Math.abs(Math.round(1 / seconds) * seconds - 1) < 0.03) return `1/${Math.round(1 / seconds)}`
  if (seconds < 60) return `${short(seconds)} s`
  const whole = Math.round(seconds)
  const rest = whole % 60
  return `${Math.floor(whole / 60)} min${rest ? ` ${rest} s` : ''}`
}

export function shutterWithUnit(seconds: number): string {
  const text = shutterText(seconds)
  return text.includes('/') ? `${text} s` : text
}

export function apertureText(fNumber: number): string {
  return marking('aperture', fNumber) ?? `f/${Number(fNumber.toPrecision(fNumber < 10 ? 2 : 3))}`
}

export function isoText(iso: number): string {
  return (marking('iso', iso) ?? `ISO ${Math.round(iso)}`).replace('ISO ', '')
}

/** A size in stops to the nearest third: "1⅔". */
export function stopsText(ev: number): string {
  const thirds = Math.round(Math.abs(ev) * 3)
  const whole = Math.floor(thirds / 3)
  return `${whole || thirds % 3 === 0 ? whole : ''}${THIRDS[thirds % 3]}`
}

/** A correction: "+⅔", "−1", "0". */
export function signedStops(ev: number): string {
  const text = stopsText(ev)
  return text === '0' ? text : `${ev > 0 ? '+' : '−'}${text}`
}

export function evText(ev: number): string {
  const size = Math.abs(ev)
  const isHalf = Math.abs((size % 1) - 0.5) < 0.01
  const text = isHalf ? `${Math.floor(size) || ''}½` : stopsText(ev)
  return `EV ${ev < 0 && text !== '0' ? '−' : ''}${text}`
}

export function kelvinText(kelvin: number): string {
  return `${Math.round(kelvin / 10) * 10} K`
}

export function clockText(minutes: number): string {
  const ofDay = ((minutes % 1440) + 1440) % 1440
  return clockIn(clockHours.value, ofDay)
}
