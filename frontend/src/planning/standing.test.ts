/** What stands on any day, what is asked for, and what is held in every situation of a genre. */
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { ref } from 'vue'
import type { FoundationDocument, PlannedSituation, SettingValue } from '@/api/types'

const edits: { kind: string; document: FoundationDocument; key?: string }[] = []
const stored = ref<FoundationDocument[]>([])

vi.mock('@/saving/documents', () => ({
  loadKind: () => Promise.resolve(),
  useEntries: () => ({
    get value() {
      return stored.value.map((document) => ({ id: document.id, document }))
    },
  }),
  currentOf: (entry: { document: FoundationDocument }) => entry.document,
}))
vi.mock('@/saving/undo', () => ({ edit: (kind: string, document: FoundationDocument, key?: string) => void edits.push({ kind, document, key }) }))
const { asking } = await import('./requests')
const { LAYERS, standsOnAnyDay } = await import('./layers')
const { useFoundation } = await import('./useFoundation')

const own = (id: string, changes: Partial<FoundationDocument> = {}): FoundationDocument => ({
  id,
  title: id,
  settings: { grid: 'on' },
  standing: [],
  schools: {},
  kept_apart: [],
  mains_hz: 50,
  home_zone: null,
  looks: [],
  figures: {},
  reviewed: [],
  begun: {},
  ...changes,
})
const planned = (foundation_id: string | null = null): PlannedSituation =>
  ({
    foundation_id,
    situation: { genre: 'street' },
    preferences: { schools: {}, requests: { iso: 800, drive: null } },
  }) as unknown as PlannedSituation

beforeEach(() => {
  edits.length = 0
  stored.value = [own('b', { settings: { grid: 'off' } }), own('a')]
})

describe('layers', () => {
  it('say in words who decided, every one of them', () => {
    expect(Object.keys(LAYERS).sort()).toEqual(['body', 'foundation', 'genre', 'pin', 'request', 'school', 'situation', 'usual'])
  })

  it('stand on any day, or belong to the situation', () => {
    const stands = (layer: SettingValue['layer']): boolean => standsOnAnyDay({ layer } as SettingValue)
    expect((Object.keys(LAYERS) as SettingValue['layer'][]).filter(stands).sort()).toEqual(['foundation', 'school', 'usual'])
  })
})

describe('a request', () => {
  it('is made and withdrawn, the others untouched', () => {
    const asked = asking(planned(), { drive: 'single' })
    expect(asked.preferences.requests).toEqual({ iso: 800, drive: 'single' })
    expect(asking(asked, { iso: null }).preferences.requests).toEqual({ iso: null, drive: 'single' })
    expect(planned().preferences.requests).toEqual({ iso: 800, drive: null })
  })
})

describe('a foundation', () => {
  it('lies under a situation that names it, else the first does, with its narrower values', () => {
    const narrow = { setting: 'iso' as const, value: 5000, genres: [], insists: false }
    stored.value = [own('b', { standing: [narrow] }), own('a')]
    const { under } = useFoundation()
    expect(under(planned())).toEqual({ settings: { grid: 'on' }, standing: [], schools: {}, kept_apart: [], looks: [], figures: {} })
    expect(under(planned('b'))!.standing).toEqual([narrow])
    expect(under(planned('gone'))).toEqual({ settings: { grid: 'on' }, standing: [], schools: {}, kept_apart: [], looks: [], figures: {} })
    stored.value = []
    expect(useFoundation().under(planned())).toBeNull()
  })

  it('holds a value in every situation of the genre, once', () => {
    const { insist } = useFoundation()
    insist(planned('b'), 'grid', 'on')
    expect(edits[0]!.document.id).toBe('b')
    expect(edits[0]!.document.standing).toEqual([{ setting: 'grid', value: 'on', genres: ['street'], insists: true }])
    stored.value = [edits[0]!.document, own('a')]
    useFoundation().insist(planned('b'), 'grid', 'off')
    expect(edits[1]!.document.standing).toEqual([{ setting: 'grid', value: 'off', genres: ['street'], insists: true }])
  })

  it('is made when it is first edited', () => {
    stored.value = []
    useFoundation().change(() => ({ settings: { grid: 'on' } }), 'grid')
    expect(edits[0]!.kind).toBe('foundations')
    expect([edits[0]!.document.title, edits[0]!.document.settings, edits[0]!.document.standing]).toEqual(['Foundation', { grid: 'on' }, []])
    expect(edits[0]!.key).toBe('foundation/grid')
  })
})
