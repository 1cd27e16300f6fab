/** The one store of saved documents of this tab, joined to the server, the browser's outbox and the other tabs. */
import { computed, type ComputedRef } from 'vue'
import { noteFailure, noteWritten, onServerBack } from './connection'
import { type AnyDocument, belongsTo, deleteOne, type Documents, fetchAll, fetchOne, idOf, type Kind, KIND_LIST, putOne, SUMMARISED } from './kinds'
import { browserOutbox, sayLastWords, shelter } from './outbox'
import { type Conflict, createDocumentStore, type Entry, type Message } from './store'

export type { Conflict, Entry, EntryState } from './store'

const channel = new BroadcastChannel('wide-aperture-documents')

const store = createDocumentStore({
  kinds: KIND_LIST,
  summarised: SUMMARISED,
  idOf,
  belongsTo,
  server: {
    all: (kind) => fetchAll(kind),
    one: (kind, id) => fetchOne(kind, id),
    put: (kind, id, document, revision) => putOne(kind, id, document as never, revision),
    remove: deleteOne,
  },
  outbox: browserOutbox,
  tell: (message) => channel.postMessage(message),
  later: (run, ms) => {
    const timer = window.setTimeout(run, ms)
    return () => window.clearTimeout(timer)
  },
  failed: noteFailure,
  written: noteWritten,
  isSheltered: () => shelter.value === 'browser',
})

channel.onmessage = (message: MessageEvent<Message>) => {
  void store.hear(message.data)
  heard.forEach((callback) => callback(message.data.kind))
}
onServerBack(() => store.tryAgain())
window.addEventListener('pagehide', sayLastWords)

const heard = new Set<(kind: Kind) => void>()
/** Calls back when another tab wrote a document of some kind, for lists that are not made of documents. */
export function onHeard(callback: (kind: Kind) => void): () => void {
  heard.add(callback)
  return () => heard.delete(callback)
}

export const loadKind = (kind: Kind): Promise<void> => store.load(kind)
/** Loads a kind again, for what was written past these documents (an import, a restore). */
export const reloadKind = (kind: Kind): Promise<void> => store.reload(kind)
/** Rows the server deleted by something done to many at once. Edits of theirs that are under way stay. */
export const noteGone = (ids: ReadonlySet<string>): void => store.noteGone(ids)
export const loadOne = (kind: Kind, id: string): Promise<void> => store.loadOne(kind, id)

const entriesOf = <K extends Kind>(kind: K): Entry<Documents[K]>[] => [...store.entries[kind].values()] as Entry<Documents[K]>[]

export function useEntries<K extends Kind>(kind: K): ComputedRef<Entry<Documents[K]>[]> {
  return computed(() => entriesOf(kind).filter((entry) => !entry.deleted))
}

/** Every entry of a kind, the deleted ones too, for lists that come from elsewhere. */
export const useEveryEntry = <K extends Kind>(kind: K): ComputedRef<Entry<Documents[K]>[]> => computed(() => entriesOf(kind))

/** Every document of every kind, for what is said about saving as a whole. */
export const allEntries = computed<Entry[]>(() => KIND_LIST.flatMap((kind) => entriesOf(kind) as Entry[]))

export function useEntry<K extends Kind>(kind: K, id: () => string): ComputedRef<Entry<Documents[K]> | null> {
  return computed(() => {
    const entry = store.entryOf(kind, id()) as Entry<Documents[K]> | undefined
    return entry && !entry.deleted ? entry : null
  })
}

/** The document as last edited here, else as saved. */
export function currentOf<D>(entry: Entry<D>): D | null {
  return entry.draft ?? (entry.gone ? null : entry.saved)
}

export function currentDocument<K extends Kind>(kind: K, id: string): Documents[K] | null {
  const entry = store.entryOf(kind, id) as Entry<Documents[K]> | undefined
  return entry && !entry.deleted ? currentOf(entry) : null
}

/** The last revision the server is known to have; for what acts on a row as it was seen. */
export const revisionOf = (kind: Kind, id: string): number | null => store.entryOf(kind, id)?.revision ?? null

export const write = <K extends Kind>(kind: K, document: Documents[K]): void => store.write(kind, document)
export const remove = (kind: Kind, id: string): void => store.remove(kind, id)

export const openConflict = computed<Conflict | null>(() => store.openConflict())
export const resolveConflict = (conflict: Conflict, decided: AnyDocument | 'delete' | null): void => store.resolve(conflict, decided)
