/** Everything the command palette can do or open, and the search over it. */
import { computed, type ComputedRef } from 'vue'
import { useRouter } from 'vue-router'
import { entriesOf, KINDS } from '@/places/atlas/entries'
import { useSetupList } from '@/places/setups/useLibrary'
import { currentOf, loadKind, useEntries } from '@/saving/documents'
import { shortcuts } from '@/shared/shortcuts'
import { tables } from '@/shared/tables'
import { themeId, THEMES } from '@/shared/theme'
import { PLACES } from './places'

export interface Command {
  id: string
  label: string
  /** What it is: "Place", "Situation", "Setting" … */
  kind: string
  keys?: string
  /** Words it is also found by. */
  text?: string
  run: () => void
}

const MOST_ANSWERS = 12
const MOST_SHOWN = 40

export function useCommands(): ComputedRef<Command[]> {
  const router = useRouter()
  for (const kind of ['shoots', 'situations', 'bodies', 'lenses'] as const) loadKind(kind).catch(() => undefined)
  const shoots = useEntries('shoots')
  const situations = useEntries('situations')
  const { setups } = useSetupList()
  const bodies = useEntries('bodies')
  const lenses = useEntries('lenses')
  const go = (to: string) => (): void => void router.push(to)

  return computed(() => {
    const titles = new Map(shoots.value.map((entry) => [entry.id, currentOf(entry)!.title]))
    return [
      ...shortcuts
        .filter((item) => item.keys !== 'Ctrl+K')
        .map((item) => ({ id: `do/${item.keys}`, label: item.does, kind: 'Do', keys: item.keys, run: item.run })),
      ...PLACES.map((place) => ({ id: place.to, label: place.label, kind: 'Place', run: go(place.to) })),
      { id: 'foundation', label: 'Foundation: what you set on any body', kind: 'Place', run: go('/gear/foundation') },
      { id: 'saved-places', label: 'Saved places', kind: 'Place', text: 'gpx waypoints horizon town glow coordinates', run: go('/places') },
      { id: 'begin', label: 'Plan a shoot by six questions', kind: 'Do', text: 'guided brief first new begin', run: go('/begin') },
      {
        id: 'settings',
        label: 'Settings',
        kind: 'Place',
        text: 'units feet clock mains zone theme shortcuts preferences options',
        run: go('/settings'),
      },
      { id: 'about', label: 'About', kind: 'Place', text: 'version licence data folder privacy help', run: go('/about') },
      {
        id: 'keeping',
        label: 'Safe keeping: backup, restore, bin',
        kind: 'Place',
        text: 'zip save export import deleted trash history',
        run: go('/keeping'),
      },
      ...THEMES.map((theme) => ({ id: `theme/${theme.id}`, label: `Theme: ${theme.label}`, kind: 'Do', run: () => void (themeId.value = theme.id) })),
      ...shoots.value.map((entry) => ({ id: entry.id, label: currentOf(entry)!.title, kind: 'Shoot', run: go(`/shoots/${entry.id}/plan`) })),
      ...situations.value.map((entry) => {
        const planned = currentOf(entry)!
        return {
          id: entry.id,
          label: planned.situation.title,
          kind: 'Situation',
          text: titles.get(planned.shoot_id) ?? '',
          run: go(`/shoots/${planned.shoot_id}/plan/${entry.id}`),
        }
      }),
      ...shoots.value.map((entry) => ({
        id: `pack/${entry.id}`,
        label: `Pack: ${currentOf(entry)!.title}`,
        kind: 'Pack',
        text: 'slots route phrasebook controls camera',
        run: go(`/shoots/${entry.id}/pack`),
      })),
      ...situations.value.map((entry) => {
        const planned = currentOf(entry)!
        return {
          id: `sky/${entry.id}`,
          label: `Sky: ${planned.situation.title}`,
          kind: 'Sky',
          text: `${titles.get(planned.shoot_id) ?? ''} moon night stars`,
          run: go(`/shoots/${planned.shoot_id}/sky/${entry.id}`),
        }
      }),
      ...setups.value.map((setup) => ({
        id: setup.id,
        label: setup.title,
        kind: 'Setup',
        text: setup.tags.join(' '),
        run: go(`/setups/${setup.id}`),
      })),
      ...bodies.value.map((entry) => ({ id: entry.id, label: currentOf(entry)!.name, kind: 'Body', run: go(`/gear/bodies/${entry.id}`) })),
      ...lenses.value.map((entry) => ({ id: entry.id, label: currentOf(entry)!.name, kind: 'Lens', run: go(`/gear/lenses/${entry.id}`) })),
      ...(tables.value ? entriesOf(tables.value) : []).map((entry) => ({
        id: `${entry.kind}/${entry.id}`,
        label: entry.label,
        kind: KINDS.find((kind) => kind.id === entry.kind)!.one,
        text: entry.group,
        run: go(`/atlas/${entry.kind}/${entry.id}`),
      })),
    ]
  })
}

/**
 * Commands that hold every word; those whose label begins with the first word come first. answer: keys of Atlas pages that answer in
 * other words; they follow the beginnings.
 */
export function foundCommands(commands: readonly Command[], query: string, answer: readonly string[] | null = null): Command[] {
  const words = query.toLowerCase().split(/\s+/).filter(Boolean)
  const places = new Map((answer ?? []).slice(0, MOST_ANSWERS).map((key, k) => [key, k]))
  const ranked = commands.flatMap((command) => {
    const label = command.label.toLowerCase()
    const all = `${label} ${command.kind} ${command.text ?? ''}`.toLowerCase()
    const holds = words.every((word) => all.includes(word))
    const place = places.get(command.id)
    if (!holds && place === undefined) return []
    if (holds && (!words.length || label.startsWith(words[0]!))) return [{ command, rank: 0 }]
    if (place !== undefined) return [{ command, rank: 1 + place / MOST_ANSWERS }]
    return [{ command, rank: words.every((word) => label.includes(word)) ? 2 : 3 }]
  })
  return ranked
    .sort((a, b) => a.rank - b.rank)
    .slice(0, MOST_SHOWN)
    .map((item) => item.command)
}
