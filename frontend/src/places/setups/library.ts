/** The library of saved setups: families of versions, the search over them, and how a new version is made. */
import type { Assessment, Body, ListedSetup, Pin, SavedSetup, SettingValue, Setup } from '@/api/types'
import { newId } from '@/shared/ids'
import { withPins } from '@/planning/pins'

/** What the library knows of a setup without its document. */
export type Listed = Omit<ListedSetup, 'revision'>

export interface Family {
  root: string
  /** Newest first. */
  versions: Listed[]
}

export const rootOf = (setup: { id: string; version_of?: string | null }): string => setup.version_of ?? setup.id

/** A document as the list shows it, for one that the server does not list yet or lists as it was. */
export function listedOf(setup: SavedSetup): Listed {
  const { id, title, note, tags, version_of, version, saved_at, archived, choice, body, lens, situation } = setup
  const brief = `${situation.title}, ${situation.genre.replaceAll('_', ' ')}`
  return {
    id,
    title,
    note,
    tags,
    version_of: version_of ?? null,
    version,
    saved_at,
    archived: archived ?? false,
    kit: `${body.name}, ${lens.name}`,
    brief,
    exposure: [choice.shutter_s, choice.aperture, choice.iso],
  }
}

/** Versions that descend from one setup, together; the family saved last comes first. */
export function familiesOf(setups: readonly Listed[]): Family[] {
  const found = new Map<string, Listed[]>()
  for (const setup of setups) {
    const family = found.get(rootOf(setup))
    if (family) family.push(setup)
    else found.set(rootOf(setup), [setup])
  }
  return [...found]
    .map(([root, versions]) => ({ root, versions: versions.sort((a, b) => b.version - a.version || b.saved_at.localeCompare(a.saved_at)) }))
    .sort((a, b) => b.versions[0]!.saved_at.localeCompare(a.versions[0]!.saved_at))
}

const ORDERS: Record<string, (a: Listed, b: Listed) => number> = {
  title: (a, b) => a.title.localeCompare(b.title),
  kit: (a, b) => a.kit.localeCompare(b.kit) || a.title.localeCompare(b.title),
}

/** Families in an order: "title" or "kit" of their newest version; any other word leaves them as they are, last saved first. */
export function ordered(families: readonly Family[], order: string): Family[] {
  const compare = ORDERS[order]
  return compare ? [...families].sort((a, b) => compare(a.versions[0]!, b.versions[0]!)) : [...families]
}

export const tagsOf = (setups: readonly Listed[]): string[] => [...new Set(setups.flatMap((setup) => setup.tags))].sort()

/** Whether title, note, tags or kit hold every word, and the tags hold the chosen one. */
export function matches(setup: Listed, words: string, tag: string | null): boolean {
  if (tag && !setup.tags.includes(tag)) return false
  const all = `${setup.title} ${setup.note} ${setup.tags.join(' ')} ${setup.kit} ${setup.brief}`.toLowerCase()
  return words
    .toLowerCase()
    .split(/\s+/)
    .every((word) => all.includes(word))
}

const nowUtc = (): string => new Date().toISOString().replace(/\.\d+Z$/, 'Z')

/** A snapshot does not change: edited values make the next version of its family. */
export function nextVersion(base: SavedSetup, family: Family, changed: Record<string, SettingValue['value']>, weighed: Assessment): SavedSetup {
  const pins: Pin[] = withPins(base.pins, changed)
  const version = Math.max(...family.versions.map((item) => item.version)) + 1
  return { ...base, ...weighed, id: newId(), version_of: family.root, version, saved_at: nowUtc(), pins }
}

export function duplicateOf(base: SavedSetup): SavedSetup {
  return { ...base, id: newId(), version_of: null, version: 1, saved_at: nowUtc(), title: `${base.title} (copy)`.slice(0, 120) }
}

/** The setup carried to another body is a setup of its own. */
export function movedTo(base: SavedSetup, body: Body, weighed: Assessment): SavedSetup {
  const input_revisions = { lens: base.input_revisions.lens ?? 0 }
  return { ...duplicateOf(base), ...weighed, title: `${base.title} on ${body.name}`.slice(0, 120), body, pins: [], input_revisions }
}

/** The setup with these values put in by hand. */
export function withValues(setup: Setup, changed: Record<string, SettingValue['value']>): Setup {
  const settings = { ...setup.settings }
  for (const [id, value] of Object.entries(changed)) {
    const before = settings[id]
    settings[id] = { value, layer: 'pin', school: null, touches: before?.touches ?? [], reasons: ['Set by hand.'], limits: [], spoke: [], said: {} }
  }
  return { settings }
}

/** The values put in by hand, as the server is told of them. */
export { pinsFrom as pinsOf } from '@/planning/pins'
