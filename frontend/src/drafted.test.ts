// @vitest-environment happy-dom
/** What the front end starts documents from is what the server itself would fill in, field by field. */
import { describe, expect, it } from 'vitest'
import contract from '../../tests/api/openapi.json'
import type { Shoot } from '@/api/types'
import { blankBody, blankLens } from '@/places/gear/blanks'
import { newSituation } from '@/planning/newSituation'
import { same } from '@/saving/merge'

type Field = { default?: unknown; $ref?: string; anyOf?: Field[]; enum?: string[] }
interface Schema {
  properties: Record<string, Field>
  required?: string[]
}
const SCHEMAS = contract.components.schemas as unknown as Record<string, Schema>
const schemaOf = (name: string): Schema => SCHEMAS[`${name}-Input`] ?? SCHEMAS[name]!

/** Fields whose draft is not the server's default, and why that is meant. */
function differing(document: Record<string, unknown>, name: string, chosen: readonly string[]): string[] {
  const { properties } = schemaOf(name)
  const found = Object.entries(properties).flatMap(([field, { default: usual }]) => {
    if (chosen.includes(field) || usual === undefined) return []
    const drafted = field in document ? document[field] : usual
    return same(drafted, usual) ? [] : [field]
  })
  const unknown = Object.keys(document).filter((field) => !(field in properties))
  return [...found, ...unknown.map((field) => `${field}?`)]
}
const lacking = (document: Record<string, unknown>, name: string): string[] => (schemaOf(name).required ?? []).filter((field) => !(field in document))

const SHOOT = { id: 'shoot', genre: 'sports' } as Shoot

describe('a first situation', () => {
  const planned = newSituation(SHOOT, null, 2)
  const { situation, preferences, accessories } = planned

  it('is the server’s own defaults but for what a genre begins with', () => {
    const chosen = ['order', 'starts_at_min', 'ends_at_min', 'title']
    expect(differing(situation as unknown as Record<string, unknown>, 'Situation', chosen)).toEqual([])
    expect(differing(preferences.requests as Record<string, unknown>, 'Requests', [])).toEqual([])
    expect(differing(accessories as unknown as Record<string, unknown>, 'Accessories', ['release'])).toEqual([])
  })

  it('lacks nothing the server asks for', () => {
    expect(lacking(situation as unknown as Record<string, unknown>, 'Situation')).toEqual([])
    expect(lacking(planned as unknown as Record<string, unknown>, 'PlannedSituation')).toEqual([])
  })

  it('begins where each genre’s work usually is', () => {
    const starts = (genre: Shoot['genre']) => newSituation({ ...SHOOT, genre }, null, 0).situation
    expect([starts('landscape').support, starts('night_sky').support, starts('sports').support]).toEqual(['tripod', 'tripod', 'handheld'])
    expect([starts('landscape').far_m, starts('street').far_m]).toEqual([null, 6])
    const genres = Object.keys(schemaOf('Situation').properties).length
      ? (['sports', 'wildlife', 'street', 'landscape', 'wedding', 'night_sky', 'portrait', 'everyday'] as const)
      : []
    for (const genre of genres) {
      const made = starts(genre)
      expect(made.genre).toBe(genre)
      expect(made.far_m ?? Infinity).toBeGreaterThan(made.near_m)
    }
  })
})

describe('the next situation', () => {
  const before = newSituation(SHOOT, null, 0)
  const open = {
    ...before,
    body_id: 'body',
    lens_id: 'lens',
    pins: [{ setting: 'iso' as const, value: 800 }],
    accessories: { ...before.accessories, nd_stops: [3] },
    preferences: {
      ...before.preferences,
      mains_hz: 60 as const,
      accepted_blur_percent: { screen: 0.4 },
      requests: { ...before.preferences.requests, iso: 800 },
    },
    situation: { ...before.situation, ends_at_min: 700 },
  }
  const next = newSituation(SHOOT, open, 1)

  it('takes kit, bag, schools and the clock over, and nothing that was asked or held', () => {
    expect([next.body_id, next.lens_id, next.accessories.nd_stops, next.preferences.mains_hz]).toEqual(['body', 'lens', [3], 60])
    expect(next.preferences.accepted_blur_percent).toEqual({ screen: 0.4 })
    expect(next.situation.starts_at_min).toBe(700)
    expect([next.pins, next.preferences.requests.iso]).toEqual([[], null])
    expect(next.situation.id).not.toBe(open.situation.id)
  })
})

describe('new gear', () => {
  it('is plain, and the server’s own in everything that has a default', () => {
    const body = blankBody('b') as unknown as Record<string, unknown>
    const chosen = ['electrons', 'ceilings', 'fastest_mechanical_s', 'flash_sync']
    expect(differing(body, 'Body', chosen)).toEqual([])
    expect(lacking(body, 'Body')).toEqual([])
    const lens = blankLens('l') as unknown as Record<string, unknown>
    expect(differing(lens, 'Lens', ['closest_focus_m'])).toEqual([])
    expect(lacking(lens, 'Lens')).toEqual([])
  })
})
