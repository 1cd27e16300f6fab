/** Sentences in feet. The server says each in metres and keeps beside it, in `said`, the template and its values. */
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

function changed(before: unknown[], after: unknown[]): unknown[] {
  return after.every((part, k) => part === before[k]) ? before : after
}

function filled({ template, values }: Said): string {
  return template.replace(/\{\{|\}\}|\{(\d{1,3})\}/g, (hole, at?: string) => (at === undefined ? hole[0]! : (values[Number(at)]?.imperial ?? hole)))
}
