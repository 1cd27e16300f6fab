/** A field's place in a document, in words, for lists of differences. */
import { partsOf } from '@/saving/merge'
import { settingOf } from './tables'

const LEFT_OUT = new Set(['situation', 'preferences', 'settings'])

export function fieldInWords(pointer: string): string {
  const parts = partsOf(pointer).filter((part, k, all) => !(LEFT_OUT.has(part) && k < all.length - 1))
  if (!parts.length) return 'all of it'
  return parts.map((part) => settingOf(part)?.label ?? (/^\d+$/.test(part) ? `${Number(part) + 1}.` : part.replaceAll('_', ' '))).join(' › ')
}

/** A field's value on one line. */
export function valueInWords(value: unknown): string {
  if (value === undefined || value === null) return '–'
  if (typeof value === 'boolean') return value ? 'on' : 'off'
  if (typeof value === 'number') return String(Number(value.toPrecision(6)))
  if (typeof value !== 'object') return String(value)
  const text = JSON.stringify(value)
  return text.length > 90 ? `${text.slice(0, 90)}…` : text
}
