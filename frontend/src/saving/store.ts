/**
 * Saved documents as the interface sees them: the newest of what the server holds and what was edited here.
 *
 * An edit is shown at once, kept in the outbox, and sent one write at a time per document. A write that finds a newer
 * revision is merged with it by field; only when a field was changed on both sides does it wait for a person. Made of
 * parts (server, outbox, other tabs, clock) so that its laws can be tried without any of them (store.test.ts).
 */
import { reactive, toRaw } from 'vue'
import { Problem } from '@/api/problem'
import { blank, type Conflict, type Entry, type Message, type Parts, settleShown, shown } from './entry'
import type { AnyDocument, Kind, Stored } from './kinds'
import { plainCopy } from './merge'
import type { Found, Unsent } from './outbox'
import { createSending } from './sending'

export type { Conflict, Entry, EntryState, Message, Parts } from './entry'

export function createDocumentStore(parts: Parts) {
  const entries = reactive(Object.fromEntries(parts.kinds.map((kind) => [kind, new Map<string, Entry>()]))) as Record<Kind, Map<string, Entry>>
  const loads = new Map<Kind, Promise<void>>()
  /** Edits of other sessions of this browser that wait until the live one of the same document is on the server. */
  const waiting = new Map<string, Found[]>()
  let takenOver: Promise<void> | null = null

  const keyOf = (kind: Kind, id: string): string => `${kind}/${id}`
  const entryOf = (kind: Kind, id: string): Entry | undefined => entries[kind].get(id)

  function ensured(kind: Kind, id: string): Entry {
    if (!entries[kind].has(id)) entries[kind].set(id, blank(id))
    return entries[kind].get(id)! // read back: the map hands out the reactive one
  }

  const { schedule, send, settle } = createSending(parts, entryOf, keep, (kind, entry) => {
    const next = waiting.get(keyOf(kind, entry.id))?.shift()
    if (next) take(kind, entry, next)
  })

  // loading ------------------------------------------------------------------------------------------

  /** Loads a kind once, and whatever was left unsent. Loading again after a failure is allowed. */
  function load(kind: Kind): Promise<void> {
    const running = loads.get(kind)
    if (running) return running
    const loading = loadNow(kind).catch((error: unknown) => {
      loads.delete(kind)
      if (error instanceof Problem && error.isAway) parts.failed(error)
      throw error
    })
    loads.set(kind, loading)
    return loading
  }

  function reload(kind: Kind): Promise<void> {
    loads.delete(kind)
    return load(kind)
  }

  async function loadNow(kind: Kind): Promise<void> {
    const asked = parts.summarised.has(kind) ? Promise.resolve([]) : parts.server.all(kind)
    asked.catch(() => undefined) // awaited below, after what was unsent has been laid open
    const unsent = takeOver()
    let failure: unknown = null
    try {
      for (const row of await asked) accept(kind, row)
    } catch (error) {
      failure = error
    }
    await unsent
    if (failure) throw failure
  }

  /** Loads one document, for kinds whose lists are summaries. */
  async function loadOne(kind: Kind, id: string): Promise<void> {
    await takeOver()
    if (entryOf(kind, id)?.draft) return
    accept(kind, await parts.server.one(kind, id))
  }

  /** Takes over what the server holds, unless an edit is under way here. */
  function accept(kind: Kind, row: Stored<AnyDocument>): void {
    const entry = ensured(kind, row.id)
    if (entry.draft || entry.deleting || (entry.revision ?? 0) > row.revision) return
    Object.assign(entry, { revision: row.revision, saved: row.document, savedAt: row.updated_at, gone: false, state: 'saved', problem: null })
    settleShown(entry)
  }

  /** Once in a tab's life: edits from before a reload, and those that closed tabs left. */
  function takeOver(): Promise<void> {
    takenOver ??= parts.outbox.takeOver().then((found) => found.forEach(adopt))
    return takenOver
  }

  /** Makes a found edit the live one, or lets it wait behind one that is: nothing is laid over what is being typed. */
  function adopt(found: Found): void {
    const { kind, id } = found.unsent
    if (!entries[kind]) return // of a kind this version does not know: it stays where it lies
    const entry = ensured(kind, id)
    if (entry.draft || entry.deleting || entry.state === 'sending') {
      waiting.set(keyOf(kind, id), [...(waiting.get(keyOf(kind, id)) ?? []), found])
      return
    }
    take(kind, entry, found)
  }

  function take(kind: Kind, entry: Entry, { key, unsent }: Found): void {
    // The edit is based on what its tab saw, so that a merge knows who changed what.
    Object.assign(entry, {
      draft: unsent.draft,
      deleting: unsent.draft === null,
      saved: unsent.base ?? entry.saved,
      revision: unsent.revision,
      gone: false,
      state: 'unsent',
    })
    settleShown(entry)
    void keep(kind, entry).then(() => (key.includes('#') ? parts.outbox.forget(key) : undefined))
    schedule(kind, entry.id, 0)
  }

  // editing ------------------------------------------------------------------------------------------

  /** Replaces a document (or makes a new one); it is shown, kept and sent. Undo is recorded by the caller (undo.ts). */
  function write(kind: Kind, document: AnyDocument): void {
    const entry = ensured(kind, parts.idOf(kind, document))
    entry.draft = plainCopy(document)
    entry.deleting = false
    if (entry.state !== 'sending' && entry.state !== 'conflict') entry.state = 'unsent'
    settleShown(entry)
    void keep(kind, entry)
    schedule(kind, entry.id)
  }

  /** Deletes a document; it is gone from the screen at once, from the server as soon as it answers. */
  function remove(kind: Kind, id: string): void {
    const entry = entryOf(kind, id)
    if (!entry || entry.deleted) return
    entry.draft = null
    entry.deleting = true
    if (entry.state !== 'sending' && entry.state !== 'conflict') entry.state = 'unsent'
    settleShown(entry)
    void keep(kind, entry)
    schedule(kind, id, 0)
  }

  function keep(kind: Kind, entry: Entry): Promise<void> {
    const unsent: Unsent = { kind, id: entry.id, draft: toRaw(entry.draft), base: toRaw(entry.saved), revision: entry.revision }
    return parts.outbox.keep(unsent)
  }

  // conflicts ----------------------------------------------------------------------------------------

  /** The first document that waits for a decision. */
  function openConflict(): Conflict | null {
    for (const kind of parts.kinds) {
      for (const entry of entries[kind].values()) {
        const current = entry.state === 'conflict' ? entry.problem?.current : undefined
        if (current)
          return { kind, entry, theirs: current.document as AnyDocument | null, theirsDeleted: current.deleted, revision: current.revision }
      }
    }
    return null
  }

  /** Ends a conflict: the decided document replaces the revision found; null takes theirs as it is. */
  function resolve(conflict: Conflict, decided: AnyDocument | 'delete' | null): void {
    const entry = entryOf(conflict.kind, conflict.entry.id)!
    Object.assign(entry, { saved: conflict.theirs, revision: conflict.revision, gone: conflict.theirsDeleted, problem: null, state: 'unsent' })
    entry.deleting = decided === 'delete'
    entry.draft = decided === 'delete' || decided === null ? null : decided
    if (decided === null) {
      settle(conflict.kind, entry)
      return
    }
    settleShown(entry)
    void keep(conflict.kind, entry)
    schedule(conflict.kind, entry.id, 0)
  }

  // others -------------------------------------------------------------------------------------------

  /** Tries again what waits: after the server was away, or failed. */
  function tryAgain(): void {
    for (const kind of parts.kinds) {
      if (!loads.has(kind) && entries[kind].size === 0) continue
      void reload(kind).catch(() => undefined)
      for (const entry of entries[kind].values()) if (entry.state === 'unsent') schedule(kind, entry.id, 0)
    }
  }

  /** The server deleted these rows: they are gone here too, unless somebody is editing one. */
  function noteGone(ids: ReadonlySet<string>): void {
    for (const kind of parts.kinds) {
      for (const entry of entries[kind].values()) {
        if (!ids.has(entry.id) || entry.draft || entry.deleting || entry.gone) continue
        Object.assign(entry, { gone: true, revision: (entry.revision ?? 0) + 1 })
        settleShown(entry)
      }
    }
  }

  /** Another tab wrote or deleted. */
  async function hear({ kind, id, deletedAs }: Message): Promise<void> {
    const entry = entryOf(kind, id)
    if (deletedAs !== undefined) {
      if (entry && !entry.draft && !entry.deleting) {
        Object.assign(entry, { gone: true, revision: deletedAs })
        settleShown(entry)
      }
      return
    }
    if (!entry && parts.summarised.has(kind)) return
    try {
      accept(kind, await parts.server.one(kind, id))
    } catch {
      return // the next write or load finds out
    }
  }

  return { entries, entryOf, shown, load, reload, loadOne, write, remove, send, openConflict, resolve, tryAgain, noteGone, hear }
}

export type DocumentStore = ReturnType<typeof createDocumentStore>
