// @vitest-environment happy-dom
/** What the Atlas opens and how it is found; the palette ranks alike. */
import { describe, expect, it } from 'vitest'
import type { Tables } from '@/api/types'
import { type Command, foundCommands } from '@/shell/commands'
import { entriesOf, found } from './entries'

const TABLES = {
  settings: [
    {
      id: 'anti_flicker',
      label: 'Anti-flicker',
      group: 'Drive',
      explanation: 'Waits for the peak of lamps.',
      touches: ['raw'],
      options: [{ label: 'on' }],
    },
    { id: 'drive', label: 'Drive', group: 'Drive', explanation: 'How frames follow.', touches: [], options: [{ label: 'continuous, high' }] },
  ],
  checks: [
    {
      code: 'flicker_banding',
      title: 'Pulsing light',
      group: 'Light',
      fires_when: 'lamps pulse',
      explanation: 'Bands.',
      what_to_do: 'Whole periods.',
    },
  ],
  schools: [{ id: 'anti_flicker', label: 'Anti-flicker', about: 'When', options: [{ label: 'all year', wins_when: 'halls with lamps' }] }],
  symptoms: [{ id: 'dark_stripes', label: 'Dark stripes' }],
} as unknown as Tables

describe('the entries', () => {
  const entries = entriesOf(TABLES)
  const names = (query: string): string[] => found(entries, query).map((entry) => `${entry.kind}/${entry.id}`)

  it('are every setting, check, school and symptom', () => {
    expect(names('')).toEqual(['settings/anti_flicker', 'settings/drive', 'checks/flicker_banding', 'schools/anti_flicker', 'symptoms/dark_stripes'])
  })

  it('are found by what they say, every word of it', () => {
    expect(names('lamps')).toEqual(['settings/anti_flicker', 'checks/flicker_banding', 'schools/anti_flicker'])
    expect(names('lamps peak')).toEqual(['settings/anti_flicker'])
    expect(names('continuous')).toEqual(['settings/drive'])
    expect(names('waterfall')).toEqual([])
  })

  it('come by their beginning first, then by their name, then by the rest', () => {
    expect(names('drive')).toEqual(['settings/drive', 'settings/anti_flicker'])
    expect(names('flicker')).toEqual(['settings/anti_flicker', 'schools/anti_flicker', 'checks/flicker_banding'])
  })
})

describe('an answer of the server', () => {
  const command = (id: string, label: string): Command => ({ id, label, kind: 'Setting', text: '', run: () => undefined })
  const commands = [command('settings/iso', 'ISO'), command('settings/shutter_s', 'Shutter'), command('checks/iso_dark', 'Dark at the ISO ceiling')]

  it('stands behind what begins so and before what only holds the words', () => {
    const names = (answer: string[] | null) => foundCommands(commands, 'iso', answer).map((each) => each.id)
    expect(names(null)).toEqual(['settings/iso', 'checks/iso_dark'])
    expect(names(['settings/shutter_s'])).toEqual(['settings/iso', 'settings/shutter_s', 'checks/iso_dark'])
  })

  it('finds what holds no word of it, the best first', () => {
    const found = foundCommands(commands, 'film speed', ['settings/shutter_s', 'settings/iso'])
    expect(found.map((each) => each.id)).toEqual(['settings/shutter_s', 'settings/iso'])
  })
})

describe('the palette', () => {
  const command = (label: string, kind = 'Place', text = ''): Command => ({ id: label, label, kind, text, run: () => undefined })

  it('ranks a beginning before a name before other words, and shows forty at most', () => {
    const commands = [command('Sky: Walk', 'Sky', 'moon'), command('Night walk'), command('Walk at sunset'), command('Beck', 'Situation', 'walk in')]
    expect(foundCommands(commands, 'walk').map((each) => each.label)).toEqual(['Walk at sunset', 'Sky: Walk', 'Night walk', 'Beck'])
    expect(
      foundCommands(
        Array.from({ length: 90 }, (_, k) => command(`Lens ${k}`)),
        'lens',
      ),
    ).toHaveLength(40)
  })

  it('is found by its kind too, and shows all for nothing typed', () => {
    const commands = [command('Alder 24', 'Body'), command('50 mm', 'Lens')]
    expect(foundCommands(commands, 'body alder').map((each) => each.label)).toEqual(['Alder 24'])
    expect(foundCommands(commands, '  ')).toHaveLength(2)
  })
})
