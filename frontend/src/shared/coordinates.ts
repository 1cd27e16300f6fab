/** Coordinates as people write and paste them: degrees with a sign or a letter, degrees and minutes, seconds, both in one line. */
import type { Parsed } from './numbers'

export interface Coordinates {
  latitude: number
  longitude: number
}

const FIGURES = String.raw`([-+−]?\d{1,3}(?:[.,]\d+)?)\s*[°ºd]?\s*(?:(\d{1,2}(?:[.,]\d+)?)\s*['′’m]\s*)?(?:(\d{1,2}(?:[.,]\d+)?)\s*(?:["″”s]|'')\s*)?`
const BEHIND = String.raw`${FIGURES}\s*([NSEWnsew])?`
const BEFORE = String.raw`([NSEWnsew])\s*${FIGURES}`
const BETWEEN = String.raw`\s*(?:[,;/]\s*|\s+)`
const oneOf = (part: string): RegExp => new RegExp(`^\\s*${part}\\s*$`)
const ONE = { behind: oneOf(BEHIND), before: oneOf(BEFORE) }
const BOTH = { behind: oneOf(`${BEHIND}${BETWEEN}${BEHIND}`), before: oneOf(`${BEFORE}(?:${BETWEEN})?${BEFORE}`) }

/** The figures of each part in order: whole degrees, minutes, seconds, letter. */
function partsOf(text: string, forms: typeof ONE): (string | undefined)[][] | null {
  const behind = forms.behind.exec(text)
  const match = behind ?? forms.before.exec(text)
  if (!match) return null
  const found: (string | undefined)[][] = []
  for (let at = 1; at < match.length; at += 4) {
    const [a, b, c, d] = match.slice(at, at + 4)
    found.push(behind ? [a, b, c, d] : [b, c, d, a])
  }
  return found
}

const number = (text: string): number => Number(text.replace('−', '-').replace(',', '.'))

/** Signed degrees of one part, with the letter that was given; null when its minutes or letter cannot be. */
function degrees([whole, minutes, seconds, given]: readonly (string | undefined)[]): { value: number; letter: string } | null {
  const letter = (given ?? '').toUpperCase()
  const main = number(whole!)
  const size = Math.abs(main) + number(minutes ?? '0') / 60 + number(seconds ?? '0') / 3600
  if (number(minutes ?? '0') >= 60 || number(seconds ?? '0') >= 60) return null
  const below = main < 0 || whole!.startsWith('-') || whole!.startsWith('−')
  if (letter && below) return null
  return { value: below || letter === 'S' || letter === 'W' ? -size : size, letter }
}

const LETTERS = { latitude: 'NS', longitude: 'EW' } as const

/** One of the two; a reason where its letter belongs to the other. */
export function parseDegrees(text: string, axis: keyof typeof LETTERS): Parsed {
  const [part] = partsOf(text, ONE) ?? []
  const read = part && degrees(part)
  if (!read) return null
  if (read.letter && !LETTERS[axis].includes(read.letter))
    return { reason: `${read.letter} belongs to the ${axis === 'latitude' ? 'longitude' : 'latitude'}.` }
  return read.value
}

/** Both from one line, latitude first unless the letters say otherwise; null when it is not both, or out of range. */
export function parseCoordinates(text: string): Coordinates | null {
  const [first, second] = (partsOf(text, BOTH) ?? []).map(degrees)
  if (!first || !second) return null
  const isTurned = LETTERS.longitude.includes(first.letter || '-') && !LETTERS.longitude.includes(second.letter || '-')
  const [latitude, longitude] = isTurned ? [second, first] : [first, second]
  if (LETTERS.longitude.includes(latitude.letter || '-') || LETTERS.latitude.includes(longitude.letter || '-')) return null
  if (Math.abs(latitude.value) > 90 || Math.abs(longitude.value) > 180) return null
  return { latitude: latitude.value, longitude: longitude.value }
}
