/** How an edit reaches the server: one write at a time per document, merged where the server was quicker. */
import { toRaw } from 'vue'
import { Problem } from '@/api/problem'
import { type Entry, type Parts, settleShown } from './entry'
import type { AnyDocument, Kind } from './kinds'
import { type Json, mergedAlone, same } from './merge'

const SEND_AFTER_MS = 350

/** keep: lays the edit into the outbox; settled: called when a document has nothing left to send. */
export function createSending(
  parts: Parts,
  entryOf: (kind: Kind, id: string) => Entry | undefined,
  keep: (kind: Kind, entry: Entry) => Promise<void>,
  settled: (kind: Kind, entry: Entry) => void,
) {
  const calledFor = new Map<string, () => void>()

  function schedule(kind: Kind, id: string, afterMs = parts.isSheltered() ? SEND_AFTER_MS : 0): void {
    calledFor.get(`${kind}/${id}`)?.()
    calledFor.set(
      `${kind}/${id}`,
      parts.later(() => void send(kind, id), afterMs),
    )
  }

  async function send(kind: Kind, id: string): Promise<void> {
    const entry = entryOf(kind, id)
    if (!entry || entry.state === 'sending' || entry.state === 'conflict') return
    if (entry.deleting) return sendDelete(kind, entry)
    if (!entry.draft) return
    const sent = toRaw(entry.draft)
    if (entry.saved && !entry.gone && entry.revision !== null && same(sent, toRaw(entry.saved))) {
      settle(kind, entry)
      return
    }
    if (waits(kind, sent)) {
      schedule(kind, id)
      return
    }
    entry.state = 'sending'
    try {
      const row = await parts.server.put(kind, id, sent, entry.revision)
      Object.assign(entry, { saved: row.document, revision: row.revision, savedAt: row.updated_at, problem: null, gone: false })
      parts.written()
      parts.tell({ kind, id })
      if (!entry.deleting && entry.draft && same(toRaw(entry.draft), sent)) settle(kind, entry)
      else goOn(kind, entry)
    } catch (error) {
      handle(kind, entry, error)
    }
  }

  /** What it belongs to is new and still on its way: a situation never arrives before its shoot. */
  function waits(kind: Kind, document: AnyDocument): boolean {
    const owner = parts.belongsTo(kind, document)
    const above = owner && entryOf(owner.kind, owner.id)
    return Boolean(above?.draft && (above.revision === null || above.gone) && above.state !== 'refused' && above.state !== 'conflict')
  }

  async function sendDelete(kind: Kind, entry: Entry): Promise<void> {
    if (entry.revision === null || entry.gone) {
      settleDeleted(kind, entry)
      return
    }
    entry.state = 'sending'
    try {
      entry.revision = await parts.server.remove(kind, entry.id, entry.revision)
      entry.gone = true
      parts.written()
      parts.tell({ kind, id: entry.id, deletedAs: entry.revision })
      if (entry.deleting) settleDeleted(kind, entry)
      else goOn(kind, entry) // brought back while the delete was on its way
    } catch (error) {
      if (error instanceof Problem && error.status === 404) {
        entry.revision = null
        settleDeleted(kind, entry)
      } else handle(kind, entry, error)
    }
  }

  /** It was edited while a write was on its way: what is wanted now goes next. */
  function goOn(kind: Kind, entry: Entry): void {
    entry.state = 'unsent'
    settleShown(entry)
    void keep(kind, entry)
    schedule(kind, entry.id)
  }

  function settle(kind: Kind, entry: Entry): void {
    Object.assign(entry, { draft: null, state: 'saved', problem: null })
    settleShown(entry)
    void parts.outbox.drop(kind, entry.id)
    settled(kind, entry)
  }

  function settleDeleted(kind: Kind, entry: Entry): void {
    entry.deleting = false
    entry.gone = true
    settle(kind, entry)
  }

  function handle(kind: Kind, entry: Entry, error: unknown): void {
    if (!(error instanceof Problem)) {
      entry.state = 'unsent'
      throw error
    }
    entry.problem = error
    if (error.isAway || error.isFailure) {
      entry.state = 'unsent'
      parts.failed(error)
    } else if (error.status === 412 && error.current) {
      settleBoth(kind, entry, error)
    } else if (error.status === 404 && entry.revision !== null) {
      entry.revision = null // it is gone there: offer it as new
      entry.state = 'unsent'
      schedule(kind, entry.id)
    } else {
      entry.state = 'refused'
    }
  }

  /** Somebody else wrote first: both edits in one document where no field was changed twice, else a person decides. */
  function settleBoth(kind: Kind, entry: Entry, problem: Problem): void {
    const { document, deleted, revision } = problem.current!
    const mine = toRaw(entry.draft)
    const both =
      mine && document && !deleted && entry.saved
        ? mergedAlone(toRaw(entry.saved) as unknown as Json, mine as unknown as Json, document as Json)
        : null
    if (entry.deleting && deleted) {
      Object.assign(entry, { revision, gone: true })
      settleDeleted(kind, entry)
    } else if (both !== null || (mine && !deleted && same(mine, document))) {
      Object.assign(entry, { saved: document, revision, gone: false, draft: both ?? mine, state: 'unsent', problem: null })
      settleShown(entry)
      void keep(kind, entry)
      schedule(kind, entry.id, 0)
    } else {
      entry.state = 'conflict'
    }
  }

  return { schedule, send, settle }
}
