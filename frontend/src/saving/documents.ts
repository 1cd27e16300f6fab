/**
 * Saved documents as the interface sees them: the newest of what the server holds and what was edited here.
 *
 * An edit is shown at once, kept in IndexedDB, and sent one write at a time per document. Other tabs are told over
 * a BroadcastChannel. A write that finds a newer revision waits for a person in the conflict dialog.
 */
import { computed, type ComputedRef, reactive, toRaw } from 'vue'
import { Problem } from '@/api/client'
import { noteAway, onServerBack } from './connection'
import { type AnyDocument, deleteOne, type Documents, fetchAll, fetchOne, idOf, type Kind, KIND_LIST, putOne } from './kinds'
import { plainCopy, same } from './merge'
import { allUnsent, dropUnsent, keepUnsent } from './outbox'

export type EntryState = 'saved' | 'unsent' | 'sending' | 'refused' | 'conflict'

export interface Entry<D = AnyDocument> {
  id: string
  /** null: the server has never seen it. */
  revision: number | null
  saved: D | null
  draft: D | null
  deleted: boolean
  state: EntryState
  savedAt: string | null
  problem: Problem | null
}

type Entries = { [K in Kind]: Map<string, Entry<Documents[K]>> }

const entries = reactive(Object.fromEntries(KIND_LIST.map((kind) => [kind, new Map()]))) as Entries

const loads = new Map<Kind, Promise<void>>()
const channel = new BroadcastChannel('wide-aperture-documents')
const SEND_AFTER_MS = 350
const timers = new Map<string, number>()

function mapOf<K extends Kind>(kind: K): Map<string, Entry<Documents[K]>> {
  return entries[kind] as Map<string, Entry<Documents[K]>>
}

/** Loads a kind once and lays unsent edits over it. Loading again after a failure is allowed. */
export function loadKind(kind: Kind): Promise<void> {
  const running = loads.get(kind)
  if (running) return running
  const load = loadNow(kind).catch((error: unknown) => {
    loads.delete(kind)
    if (error instanceof Problem && error.isAway) noteAway()
    throw error
  })
  loads.set(kind, load)
  return load
}

/** Loads a kind again, for what was written past these documents (an import). */
export function reloadKind(kind: Kind): Promise<void> {
  loads.delete(kind)
  return loadKind(kind)
}

async function loadNow(kind: Kind): Promise<void> {
  const unsent = (await allUnsent()).filter((item) => item.kind === kind)
  let away: unknown = null
  try {
    for (const row of await fetchAll(kind)) accept(kind, row.id, row.document, row.revision, row.updated_at)
  } catch (error) {
    away = error
  }
  for (const item of unsent) {
    const entry = mapOf(kind).get(item.id) ?? newEntry(item.id)
    entry.draft = item.draft as never
    if (entry.saved === null) entry.saved = item.base as never
    entry.revision = item.revision
    entry.state = 'unsent'
    mapOf(kind).set(item.id, entry as never)
    scheduleSend(kind, item.id)
  }
  if (away) throw away
}

function newEntry(id: string): Entry {
  return { id, revision: null, saved: null, draft: null, deleted: false, state: 'saved', savedAt: null, problem: null }
}

/** Takes over what the server holds, unless an edit is under way here. */
function accept(kind: Kind, id: string, document: AnyDocument, revision: number, savedAt: string): void {
  const entry = mapOf(kind).get(id)
  if (entry?.draft) return
  const next = { ...newEntry(id), revision, saved: document, savedAt }
  mapOf(kind).set(id, next as never)
}

export function useEntries<K extends Kind>(kind: K): ComputedRef<Entry<Documents[K]>[]> {
  return computed(() => [...mapOf(kind).values()].filter((entry) => !entry.deleted && currentOf(entry) !== null))
}

/** Every document of every kind, for what is said about saving as a whole. */
export const allEntries = computed<Entry[]>(() =>
  (Object.keys(entries) as Kind[]).flatMap((kind) => [...mapOf(kind).values()] as Entry[]).filter((entry) => !entry.deleted),
)

export function useEntry<K extends Kind>(kind: K, id: () => string): ComputedRef<Entry<Documents[K]> | null> {
  return computed(() => {
    const entry = mapOf(kind).get(id())
    return entry && !entry.deleted ? entry : null
  })
}

/** The document as last edited here, else as saved. */
export function currentOf<D>(entry: Entry<D>): D | null {
  return entry.draft ?? entry.saved
}

export function currentDocument<K extends Kind>(kind: K, id: string): Documents[K] | null {
  const entry = mapOf(kind).get(id)
  return entry && !entry.deleted ? currentOf(entry) : null
}

/** Replaces a document (or makes a new one); it is shown, kept and sent. Undo is recorded by the caller (undo.ts). */
export function write<K extends Kind>(kind: K, document: Documents[K]): void {
  const id = idOf(kind, document)
  const raw = plainCopy(document)
  if (!mapOf(kind).has(id)) mapOf(kind).set(id, newEntry(id) as never)
  const entry = mapOf(kind).get(id) as Entry<Documents[K]> // read back: the map hands out the reactive one
  entry.draft = raw
  entry.deleted = false
  if (entry.state !== 'sending' && entry.state !== 'conflict') entry.state = 'unsent'
  void keep(kind, entry)
  scheduleSend(kind, id)
}

function keep<K extends Kind>(kind: K, entry: Entry<Documents[K]>): Promise<void> {
  const base = toRaw(entry.saved) as AnyDocument | null
  const draft = toRaw(entry.draft) as AnyDocument
  return keepUnsent({ kind, id: entry.id, draft, base, revision: entry.revision })
}

function scheduleSend(kind: Kind, id: string, afterMs = SEND_AFTER_MS): void {
  const key = `${kind}/${id}`
  window.clearTimeout(timers.get(key))
  timers.set(
    key,
    window.setTimeout(() => void send(kind, id), afterMs),
  )
}

async function send<K extends Kind>(kind: K, id: string): Promise<void> {
  const entry = mapOf(kind).get(id) as Entry<Documents[K]> | undefined
  if (!entry?.draft || entry.state === 'sending' || entry.state === 'conflict') return
  const sent = toRaw(entry.draft)
  if (entry.saved && !entry.deleted && entry.revision !== null && same(sent, toRaw(entry.saved))) {
    settle(kind, entry)
    return
  }
  entry.state = 'sending'
  try {
    const row = await putOne(kind, id, sent, entry.revision)
    entry.saved = row.document as never
    entry.revision = row.revision
    entry.savedAt = row.updated_at
    entry.problem = null
    channel.postMessage({ kind, id })
    if (same(toRaw(entry.draft), sent)) settle(kind, entry)
    else {
      entry.state = 'unsent' // edited while it was on its way
      await keep(kind, entry)
      scheduleSend(kind, id)
    }
  } catch (error) {
    handleRefusal(kind, entry, error)
  }
}

function settle<K extends Kind>(kind: K, entry: Entry<Documents[K]>): void {
  entry.draft = null
  entry.state = 'saved'
  entry.problem = null
  void dropUnsent(kind, entry.id)
}

function handleRefusal<K extends Kind>(kind: K, entry: Entry<Documents[K]>, error: unknown): void {
  if (!(error instanceof Problem)) throw error
  entry.problem = error
  if (error.isAway || error.status >= 500) {
    entry.state = 'unsent'
    noteAway()
  } else if (error.status === 412 && error.current) {
    entry.state = 'conflict'
  } else if (error.status === 404 && entry.revision !== null) {
    entry.revision = null // it is gone there: offer it as new
    entry.state = 'unsent'
    scheduleSend(kind, entry.id)
  } else {
    entry.state = 'refused'
  }
}

/** Deletes on the server; while it is away nothing happens and the Problem is thrown. */
export async function remove(kind: Kind, id: string): Promise<void> {
  const entry = mapOf(kind).get(id) as Entry | undefined
  if (!entry) return
  if (entry.revision !== null) {
    const revision = entry.revision
    try {
      await deleteOne(kind, id, revision)
    } catch (error) {
      if (error instanceof Problem && error.isAway) noteAway()
      throw error
    }
    entry.saved = (currentOf(entry) ?? entry.saved) as AnyDocument
    entry.revision = revision + 1 // a put of this revision brings it back
  }
  entry.deleted = true
  entry.draft = null
  entry.state = 'saved'
  await dropUnsent(kind, id)
  channel.postMessage({ kind, id, deleted: true })
}

export interface Conflict {
  kind: Kind
  entry: Entry
  theirs: AnyDocument
  theirsDeleted: boolean
  revision: number
}

/** The first document that waits for a decision. */
export const openConflict = computed<Conflict | null>(() => {
  for (const kind of Object.keys(entries) as Kind[]) {
    for (const entry of mapOf(kind).values()) {
      const current = entry.state === 'conflict' ? entry.problem?.current : undefined
      if (current) {
        const theirs = current.document as AnyDocument
        return { kind, entry: entry as Entry, theirs, theirsDeleted: current.deleted, revision: current.revision }
      }
    }
  }
  return null
})

/** Ends a conflict: the decided document replaces the revision found. */
export function resolveConflict(conflict: Conflict, decided: AnyDocument): void {
  const entry = mapOf(conflict.kind).get(conflict.entry.id) as Entry
  entry.saved = conflict.theirs
  entry.revision = conflict.revision
  entry.problem = null
  entry.state = 'unsent'
  entry.draft = decided
  void keep(conflict.kind, entry as never)
  scheduleSend(conflict.kind, entry.id, 0)
}

/** Sends what was refused once more, after it was mended by hand. */
export function sendAgain(kind: Kind, id: string): void {
  const entry = mapOf(kind).get(id) as Entry | undefined
  if (entry && entry.state !== 'sending') scheduleSend(kind, id, 0)
}

onServerBack(() => {
  for (const kind of Object.keys(entries) as Kind[]) {
    if (!loads.has(kind) && mapOf(kind).size === 0) continue
    loads.delete(kind)
    void loadKind(kind).catch(() => undefined)
    for (const entry of mapOf(kind).values()) if (entry.draft) scheduleSend(kind, entry.id, 0)
  }
})

channel.onmessage = async (message: MessageEvent<{ kind: Kind; id: string; deleted?: boolean }>) => {
  const { kind, id, deleted } = message.data
  const entry = mapOf(kind).get(id) as Entry | undefined
  if (deleted) {
    if (entry && !entry.draft) entry.deleted = true
    return
  }
  try {
    const row = await fetchOne(kind, id)
    accept(kind, id, row.document, row.revision, row.updated_at)
  } catch {
    return // the next write or load finds out
  }
}
