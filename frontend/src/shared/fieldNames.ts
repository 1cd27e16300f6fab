/** A field's place in a document, in words, for lists of differences. */
import { partsOf } from '@/saving/merge'
import { settingOf, tables } from './tables'
import { significant } from './numberText'

const LEFT_OUT = new Set(['situation', 'preferences', 'settings', 'requests', 'light'])
const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)

export function fieldInWords(pointer: string): string {
  const parts = partsOf(pointer)
  const names = tables.value?.field_names ?? {}
  const named = parts.filter((part) => !/^\d+$/.test(part))
  const known = names[named.slice(-2).join('/')] ?? (named.length === parts.length ? names[named.at(-1) ?? ''] : undefined)
  if (known) return known
  const told = parts.filter((part, k) => !(LEFT_OUT.has(part) && k < parts.length - 1))
  if (!told.length) return 'All of it'
  return capital(told.map((part) => settingOf(part)?.label ?? (/^\d+$/.test(part) ? `${Number(part) + 1}.` : part.replaceAll('_', ' '))).join(' › '))
}

/** A field's value on one line. */
export function valueInWords(value: unknown): string {
  if (value === undefined || value === null) return '–'
  if (typeof value === 'boolean') return value ? 'on' : 'off'
  if (typeof value === 'number') return significant(value, 6)
  if (typeof value !== 'object') return String(value)
  const text = JSON.stringify(value)
  return text.length > 90 ? `${text.slice(0, 90)}…` : text
}
