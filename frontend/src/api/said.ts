/** Sentences in feet, and with a decimal comma. The server says each in metres and keeps beside it, in `said`, the template and its values. */
import { inMarks } from '@/shared/numberText'
import type { Said } from './types'

/** A copy of an answer whose sentences read in feet; parts without such sentences are shared, not copied. */
export function inFeet<Answer>(answer: Answer): Answer {
  return spelt(answer) as Answer
}

function spelt(part: unknown): unknown {
  if (Array.isArray(part)) return changed(part, part.map(spelt))
  if (part === null || typeof part !== 'object') return part
  const { said, ...fields } = part as Record<string, unknown> & { said?: Record<string, Said> }
  const entries = Object.entries(fields).map(([name, value]) => [name, spelt(value)] as const)
  const same = entries.every(([name, value]) => value === fields[name])
  if (!said || Object.keys(said).length === 0) return same ? part : { ...part, ...Object.fromEntries(entries) }
  const copy: Record<string, unknown> = { ...part, ...Object.fromEntries(entries) }
  for (const [place, sentence] of Object.entries(said)) {
    const [field, at] = place.split('/') as [string, string?]
    if (at === undefined) copy[field] = filled(sentence)
    else copy[field] = (copy[field] as string[]).map((text, k) => (k === Number(at) ? filled(sentence) : text))
  }
  return copy
}

/** Fields of answers that hold sentences of ours; names people gave are in none of them. */
const PROSE = new Set(
  'sentence sentences reasons why do verdict because seen_because gains instead residual helps cautions reason spoken headline changes value_text press_order proposal stale next_light light detail'.split(
    ' ',
  ),
)

/** A copy of an answer whose sentences have their numbers with a comma; parts without sentences are shared. */
export function proseInMarks<Answer>(answer: Answer): Answer {
  return commaed(answer, false) as Answer
}

function commaed(part: unknown, prose: boolean): unknown {
  if (typeof part === 'string') return prose ? inMarks(part) : part
  if (Array.isArray(part))
    return changed(
      part,
      part.map((each) => commaed(each, prose)),
    )
  if (part === null || typeof part !== 'object') return part
  const entries = Object.entries(part).map(([name, value]) => [name, commaed(value, PROSE.has(name))] as const)
  return entries.every(([name, value]) => value === (part as Record<string, unknown>)[name]) ? part : Object.fromEntries(entries)
}

function changed(before: unknown[], after: unknown[]): unknown[] {
  return after.every((part, k) => part === before[k]) ? before : after
}

function filled({ template, values }: Said): string {
  return template.replace(/\{\{|\}\}|\{(\d{1,3})\}/g, (hole, at?: string) => (at === undefined ? hole[0]! : (values[Number(at)]?.imperial ?? hole)))
}
