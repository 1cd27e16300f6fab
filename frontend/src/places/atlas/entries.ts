/** Everything the Atlas can open, in one list, and the search over it. */
import type { Tables } from '@/api/types'

export type AtlasKind = 'settings' | 'checks' | 'schools' | 'symptoms'

export interface AtlasEntry {
  kind: AtlasKind
  id: string
  label: string
  /** What it is filed under. */
  group: string
  /** Everything else a search may find it by. */
  text: string
}

export const KINDS: { id: AtlasKind; label: string; one: string }[] = [
  { id: 'settings', label: 'Settings', one: 'Setting' },
  { id: 'checks', label: 'Checks', one: 'Check' },
  { id: 'schools', label: 'Schools', one: 'School' },
  { id: 'symptoms', label: 'What went wrong', one: 'Symptom' },
]

export function entriesOf(tables: Tables): AtlasEntry[] {
  return [
    ...tables.settings.map((entry) => ({
      kind: 'settings' as const,
      id: entry.id,
      label: entry.label,
      group: entry.group,
      text: `${entry.explanation} ${entry.touches.join(' ')} ${entry.options.map((option) => option.label).join(' ')}`,
    })),
    ...tables.checks.map((page) => ({
      kind: 'checks' as const,
      id: page.code,
      label: page.title,
      group: page.group,
      text: `${page.code} ${page.fires_when} ${page.explanation} ${page.what_to_do}`,
    })),
    ...tables.schools.map((question) => ({
      kind: 'schools' as const,
      id: question.id,
      label: question.label,
      group: 'Schools',
      text: `${question.about} ${question.options.map((school) => `${school.label} ${school.wins_when}`).join(' ')}`,
    })),
    ...tables.symptoms.map((symptom) => ({ kind: 'symptoms' as const, id: symptom.id, label: symptom.label, group: 'What went wrong', text: '' })),
  ]
}

/** Entries that hold every word: in the label's beginning first, then in the label, then elsewhere. */
export function found(entries: readonly AtlasEntry[], query: string): AtlasEntry[] {
  const words = query.toLowerCase().split(/\s+/).filter(Boolean)
  if (!words.length) return [...entries]
  const ranked: { entry: AtlasEntry; rank: number }[] = []
  for (const entry of entries) {
    const label = entry.label.toLowerCase()
    const all = `${label} ${entry.group} ${entry.text}`.toLowerCase()
    if (!words.every((word) => all.includes(word))) continue
    ranked.push({ entry, rank: label.startsWith(words[0]!) ? 0 : words.every((word) => label.includes(word)) ? 1 : 2 })
  }
  return ranked.sort((a, b) => a.rank - b.rank).map((item) => item.entry)
}
