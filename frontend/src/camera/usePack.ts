/** A shoot's packing: what the server makes of its situations, the bag, the words and the known states. */
import { computed, ref } from 'vue'
import { answered, client } from '@/api/client'
import type {
  CameraState,
  Failure,
  PackedBody,
  PackingDocument,
  PackedShoot,
  PackRequest,
  PackWishes,
  Phrasebook,
  Preparation,
  Route,
} from '@/api/types'
import { currentOf, loadKind, useEntries } from '@/saving/documents'
import { edit } from '@/saving/undo'
import { computedSame } from '@/shared/computedSame'
import { useFoundation } from '@/planning/useFoundation'
import { newId } from '@/shared/ids'
import { useLatest } from '@/shared/useLatest'
import { useShoot } from '@/planning/skyContext'

const KINDS = ['shoots', 'situations', 'bodies', 'lenses', 'phrasebooks', 'states', 'packings'] as const

export function usePack(shootId: () => string) {
  const loaded = ref(false)
  const failed = ref('')
  const foundation = useFoundation()
  Promise.all([...KINDS.map(loadKind), foundation.loaded])
    .catch((error: Error) => (failed.value = error.message))
    .finally(() => (loaded.value = true))
  const { shoot, situations, sky } = useShoot(shootId)
  const bodyEntries = useEntries('bodies')
  const lensEntries = useEntries('lenses')
  const bookEntries = useEntries('phrasebooks')
  const stateEntries = useEntries('states')
  const packingEntries = useEntries('packings')
  const bodies = computed(() => bodyEntries.value.map((entry) => currentOf(entry)!))
  const lenses = computed(() => lensEntries.value.map((entry) => currentOf(entry)!))
  const books = computed(() => bookEntries.value.map((entry) => currentOf(entry)!))
  const states = computed(() => stateEntries.value.map((entry) => currentOf(entry)!))
  const decisions = computed(() => packingEntries.value.map((entry) => currentOf(entry)!).find((each) => each.shoot_id === shootId()) ?? null)

  const request = computedSame<PackRequest | null>(() => {
    if (!loaded.value || !shoot.value || !situations.value.length) return null
    const used = new Set(situations.value.map((each) => each.body_id))
    return {
      situations: situations.value,
      bodies: bodies.value.filter((body) => used.has(body.id)),
      lenses: lenses.value.filter((lens) => situations.value.some((each) => each.lens_id === lens.id)),
      books: books.value.filter((book) => used.has(book.body_id)),
      states: states.value.filter((state) => used.has(state.body_id)),
      decisions: decisions.value,
      foundation: null,
      foundations: foundation.all.value,
      sky: sky.value,
    }
  })
  const { answer, problem, waiting } = useLatest<PackRequest, PackedShoot>(
    'pack',
    () => request.value,
    (body) => answered(client.POST('/api/v1/pack', { body })),
  )

  /** The day without each thing: asked for once somebody looks, with the whole bag. */
  const fetchFailures = async (): Promise<Failure[]> =>
    request.value
      ? answered(
          client.POST('/api/v1/pack/failures', { body: { ...request.value, bodies: bodies.value, lenses: lenses.value, books: [], states: [] } }),
        )
      : []
  const fetchRoutes = async (format: 'markdown' | 'csv'): Promise<string> => {
    if (!request.value) return ''
    const { text } = await answered(
      client.POST('/api/v1/pack/export', { body: { ...request.value, format, title: `Routes: ${shoot.value!.title}`.slice(0, 200), body_id: null } }),
    )
    return text
  }

  function decide(change: (before: PackingDocument) => PackingDocument): void {
    const before = decisions.value ?? { id: newId(), shoot_id: shootId(), note: '', wishes: {}, habits: {}, stored: {} }
    edit('packings', change(before))
  }
  const wish = (bodyId: string, change: (before: PackWishes) => PackWishes): void =>
    decide((before) => ({
      ...before,
      wishes: {
        ...before.wishes,
        [bodyId]: change(before.wishes?.[bodyId] ?? { held: {}, names: {}, reserved: [], guest: null, home: null, standing: {} }),
      },
    }))
  /** A habit of the hand; null: as proposed. */
  const keepHabit = (bodyId: string, control: string, does: string | null): void =>
    decide((before) => {
      const habits = { ...before.habits?.[bodyId] }
      if (does === null) delete habits[control]
      else habits[control] = does
      return { ...before, habits: { ...before.habits, [bodyId]: habits } }
    })

  /** Write down how a body stands now. */
  function record(packed: PackedBody, state: Pick<CameraState, 'values'> & Partial<CameraState>, source: CameraState['source']): void {
    const known = states.value.find((each) => each.body_id === packed.body_id)
    edit('states', { ...packed.state, ...state, id: known?.id ?? newId(), body_id: packed.body_id, source, at: new Date().toISOString() })
  }
  /** A route was walked to its end, and its place stored where it ends in one. */
  async function recordWalked(packed: PackedBody, route: Route, storing: Preparation | null): Promise<void> {
    const place = packed.packing.places.find((each) => each.id === storing?.place)
    const stored =
      storing && place
        ? { id: place.id, name: storing.title, values: storing.values, family: place.family, stored_at: new Date().toISOString() }
        : null
    record(packed, await answered(client.POST('/api/v1/pack/walked', { body: { state: packed.state, route, stored } })), 'route')
  }
  /** All places are filled as proposed and the body stands ready for its first situation. */
  function recordPrepared(packed: PackedBody): void {
    const now = new Date().toISOString()
    record(
      packed,
      { ...packed.packed_state, slots: packed.packed_state.slots?.map((slot) => ({ ...slot, stored_at: slot.stored_at ?? now })) },
      'route',
    )
    decide((before) => ({ ...before, stored: { ...before.stored, [packed.body_id]: { at: now, fingerprint: packed.fingerprint } } }))
  }
  const bookOf = (bodyId: string): Phrasebook | null => books.value.find((book) => book.body_id === bodyId) ?? null
  const stateOf = (bodyId: string): CameraState | null => states.value.find((state) => state.body_id === bodyId) ?? null

  return {
    loaded,
    failed,
    shoot,
    situations,
    bodies,
    decisions,
    request,
    answer,
    problem,
    waiting,
    fetchFailures,
    fetchRoutes,
    wish,
    keepHabit,
    record,
    recordWalked,
    recordPrepared,
    bookOf,
    stateOf,
  }
}

export type InPack = ReturnType<typeof usePack>
