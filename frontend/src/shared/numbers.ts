/** Numbers as photographers type them. What could mean two things is asked, never guessed. */

import { clockText } from './format'
import { decimalMark } from './numberText'

/** null: no number (yet). A reason: why it is not taken, as a sentence. */
export type Parsed = number | null | { reason: string }
export type Parse = (text: string) => Parsed

export const reasonOf = (parsed: Parsed): string | null => (typeof parsed === 'object' && parsed !== null ? parsed.reason : null)

const CLOCK = /^(?:(\d)\s*\+\s*)?(\d{1,2})(?:\s*[:.h]\s*(\d{2}))?\s*(am|pm|a\.m\.|p\.m\.|h)?$/i
const FOUR_FIGURES = /^(?:(\d)\s*\+\s*)?(\d{2})(\d{2})\s*h?$/

/** Reads "18:10", "2115", "9:15 pm", "9 pm", or "1+02:30" on the next day; null when it is none. */
export function parseClock(text: string): number | null {
  const typed = text.trim()
  const match = FOUR_FIGURES.exec(typed) ?? CLOCK.exec(typed)
  if (!match) return null
  const [, days, hours, minutes] = match
  const half = (match[4] ?? '').toLowerCase().charAt(0)
  if (minutes === undefined && !half) return null // a bare "12" may be anything
  let hour = Number(hours)
  if (half === 'a' || half === 'p') {
    if (hour < 1 || hour > 12) return null
    hour = (hour % 12) + (half === 'p' ? 12 : 0)
  }
  if (hour > 23 || Number(minutes ?? 0) > 59) return null
  return Number(days ?? 0) * 1440 + hour * 60 + Number(minutes ?? 0)
}

/** Groups of three figures parted by commas, spaces or narrow spaces: "51,200", "1 250 000". A leading 0 groups nothing. */
const GROUPED = /^[+-]?[1-9]\d{0,2}(?:([,\s\u00a0\u202f])\d{3})(?:\1\d{3})*(\.\d+)?$/

/** Where a comma is the decimal mark, points part thousands. */
const asPointed = (text: string): string => (decimalMark.value === ',' ? text.replace(/[.,]/g, (mark) => (mark === '.' ? ',' : '.')) : text)

function digits(written: string): string | null {
  const text = asPointed(written)
  if (GROUPED.test(text)) return text.replace(/[,\s\u00a0\u202f]/g, '')
  const decimal = text.replace(/^([+-]?\d*),(\d+)$/, '$1.$2')
  return /^[+-]?(\d+(\.\d*)?|\.\d+)(e[+-]?\d+)?$/i.test(decimal) ? decimal : null
}

const bare = (text: string): string =>
  text
    .trim()
    .replaceAll('−', '-')
    .replace(/^(f\s*\/?|iso|ev)\s*/i, '')
    .replace(
      /\s*(s|sec|mm|m|k|°c|°f|°|%|ms|ev|hz|mp(?:ix(?:els?)?)?|megapixels?|fps|frames?(?:\s*\/\s*s| per second)?|f\/s|\/s|ft|m\/s|mph|km\/h|gb|stops?)$/i,
      '',
    )
    .trim()

/** Reads "1/250", "2.5 s", "0,4", "f/5.6", "ISO 6400" or "51,200" as a plain number; null when it is none. */
export function parseNumber(text: string): number | null {
  const cleaned = bare(text)
  const fraction = /^([^/]+)\/([^/]+)$/.exec(cleaned)
  if (fraction) {
    const [over, under] = [digits(fraction[1]!.trim()), digits(fraction[2]!.trim())]
    return over === null || under === null || Number(under) === 0 ? null : Number(over) / Number(under)
  }
  const written = digits(cleaned)
  const value = written === null ? Number.NaN : Number(written)
  return Number.isFinite(value) ? value : null
}

/** A whole number as sheets print it: "51200", "51,200", "51.200", "51 200", "ISO 6400". */
export function parseIso(text: string): number | null {
  const dotted = bare(text).replace(/^(\d{1,3})((?:\.\d{3})+)$/, (all, head: string, tail: string) =>
    head === '0' ? all : head + tail.replaceAll('.', ''),
  )
  return parseNumber(dotted)
}

/** From here on nobody means whole seconds: "8000" is 1/8000 s. Below, a bare number could be either. */
const SURELY_A_FRACTION = 64

/** A shutter time: "1/250", "1/8000", "8000", "0.4", "2.5 s", "2 min". A bare "30" is asked back: 1/30 or 30 s? */
export function parseShutter(text: string): Parsed {
  const minutes = /^(.+?)\s*min(?:utes?)?$/i.exec(text.trim())
  if (minutes) {
    const number = parseNumber(minutes[1]!)
    return number === null ? null : number * 60
  }
  const number = parseNumber(text.replace(/["″]\s*$/, ' s'))
  const isBareWhole = /^\s*\d[\d,\s]*$/.test(text) && number !== null && Number.isInteger(number)
  if (!isBareWhole || number <= 1) return number
  if (number >= SURELY_A_FRACTION) return 1 / number
  return { reason: `Write 1/${number} for a part of a second, or ${number} s for seconds.` }
}

/** Minutes from the first day's midnight as parseClock reads them: "18:10", "1+02:30". */
export const writeClock = (at: number): string => (at >= 1440 ? `1+${clockText(at)}` : clockText(at))
