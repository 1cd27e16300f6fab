/** A shoot's field cards on this device, what was noted, and the test frames that the server reckons. */
import { computed, type ComputedRef, ref, type Ref, shallowRef, type ShallowRef } from 'vue'
import type { components } from '@/api/schema'
import { asked, oneAtATime, Refusal, sendAll, tryAgain } from './asked'
import { type Cards, deviceName, type FieldNote, keepCards, keepNotes, type KeptNote, keptCards, keptNotes, UNSENT, withoutMarks } from './keep'

type Schemas = components['schemas']
export type Card = Schemas['FieldCard']
export type CardEvent = Schemas['CardEvent']
export type Reply = Schemas['Reply']
export type Round = Schemas['TestRound']
export type Cause = NonNullable<FieldNote['cause']>

/** askReply, keepLight: null where no server can be asked. */
export interface Field {
  cards: ShallowRef<Cards | null>
  notes: ComputedRef<FieldNote[]>
  unsent: ComputedRef<number>
  isAway: Ref<boolean>
  problem: Ref<string>
  loading: Ref<boolean>
  begin: () => Promise<void>
  note: (made: Partial<FieldNote> & Pick<FieldNote, 'kind'>) => Promise<string>
  askReply: ((situation: string, rounds: readonly Round[]) => Promise<Reply>) | null
  keepLight: ((situation: string, ev100: number) => Promise<string>) | null
}

/** A note made now. */
export function newNote(shoot: string, device: string, made: Partial<FieldNote> & Pick<FieldNote, 'kind'>): FieldNote {
  // A copy without anybody's proxies: the store of the device takes plain data only.
  const plain = JSON.parse(JSON.stringify(made)) as typeof made
  return { note: '', rounds: [], before: {}, after: {}, ...plain, id: crypto.randomUUID(), shoot_id: shoot, device, at: new Date().toISOString() }
}

/** What was noted, with the cause said last and without what was taken back, the latest first. */
export function standingNotes(notes: readonly FieldNote[]): FieldNote[] {
  const back = new Set(notes.filter((note) => note.kind === 'taken_back').map((note) => note.of))
  const causes = new Map(notes.filter((note) => note.kind === 'cause').map((note) => [note.of, note.cause]))
  return notes
    .filter((note) => (note.kind === 'missed' || note.kind === 'test_frame') && !back.has(note.id))
    .map((note) => (causes.has(note.id) ? { ...note, cause: causes.get(note.id) } : note))
    .sort((a, b) => Date.parse(b.at) - Date.parse(a.at))
}

export function useField(shoot: string): Field {
  const cards = shallowRef<Cards | null>(null)
  const kept = shallowRef<KeptNote[]>([])
  const isAway = ref(false)
  const problem = ref('')
  const loading = ref(true)
  const isWaiting = (note: KeptNote): boolean => !note.sent && !note.refused
  const notes = computed(() => standingNotes(kept.value))
  const unsent = computed(() => kept.value.filter(isWaiting).length)

  async function begin(): Promise<void> {
    cards.value = (await keptCards(shoot)) ?? null
    kept.value = await keptNotes(shoot)
    if (cards.value) loading.value = false
    try {
      cards.value = await asked<Cards>(`pack/field/${shoot}`)
      await keepCards(shoot, cards.value)
      problem.value = ''
    } catch (error) {
      if (error instanceof Refusal) problem.value = error.message
      else isAway.value = true
    }
    loading.value = false
    await sync()
    tryAgain(sync, () => unsent.value > 0 || isAway.value)
  }

  async function exchange(): Promise<void> {
    try {
      const refused = await sendAll('notes', kept.value.filter(isWaiting).map(withoutMarks))
      const there = await asked<{ notes: FieldNote[] }>(`notes/of-shoot/${shoot}`)
      const known: KeptNote[] = there.notes.map((note, order) => ({ ...note, sent: true, order }))
      const ids = new Set(known.map((note) => note.id))
      const own = kept.value
        .filter((note) => !ids.has(note.id))
        .map((note) => (refused.has(note.id) ? { ...note, refused: refused.get(note.id)! } : note))
      kept.value = [...known, ...own]
      await keepNotes(kept.value)
      isAway.value = false
      const no = own.find((note) => note.refused)
      problem.value = no ? `A note was refused: ${no.refused}` : ''
    } catch (error) {
      if (error instanceof Refusal) problem.value = error.message
      else isAway.value = true
    }
  }

  const sync = oneAtATime(exchange)

  /** The id of what was noted. */
  async function note(made: Partial<FieldNote> & Pick<FieldNote, 'kind'>): Promise<string> {
    const event: KeptNote = { ...newNote(shoot, deviceName(), made), sent: false, order: UNSENT + kept.value.length }
    kept.value = [...kept.value, event]
    await keepNotes([event]) // on the device before it is on its way
    void sync()
    return event.id
  }
  const askReply = (situation: string, rounds: readonly Round[]): Promise<Reply> => asked(`pack/field/${shoot}/${situation}/test-frame`, { rounds })

  async function keepLight(situation: string, ev100: number): Promise<string> {
    const at = new Date().toISOString()
    const { follow } = await asked<Schemas['LightKept']>(`pack/field/${shoot}/${situation}/light`, { ev100, at })
    try {
      cards.value = await asked<Cards>(`pack/field/${shoot}`)
      await keepCards(shoot, cards.value)
    } catch {
      // the light is kept; the cards follow when they are asked for again
    }
    return follow.length ? `Kept. ${follow.join(', ')} ${follow.length === 1 ? 'follows' : 'follow'} it.` : 'Kept for this situation.'
  }
  return { cards, notes, unsent, isAway, problem, loading, begin, note, askReply, keepLight }
}
