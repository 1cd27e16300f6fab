/** A document as the interface holds it, and the parts the store is made of. */
import type { Problem } from '@/api/problem'
import type { AnyDocument, Kind, Stored } from './kinds'
import type { Outbox } from './outbox'

export type EntryState = 'saved' | 'unsent' | 'sending' | 'refused' | 'conflict'

export interface Entry<D = AnyDocument> {
  id: string
  /** The last revision known of the server's row; null: the server has never seen it. */
  revision: number | null
  /** What the server holds, or held when it was deleted. */
  saved: D | null
  /** An edit that is not on the server yet. */
  draft: D | null
  /** The server's row is deleted. */
  gone: boolean
  /** It is to be deleted and the server does not know yet. */
  deleting: boolean
  /** Not to be shown: deleted, or about to be. */
  deleted: boolean
  state: EntryState
  savedAt: string | null
  problem: Problem | null
}

export interface Conflict {
  kind: Kind
  entry: Entry
  /** null: what is stored there cannot be read. */
  theirs: AnyDocument | null
  theirsDeleted: boolean
  revision: number
}

export interface Message {
  kind: Kind
  id: string
  /** It was deleted, and the row has this revision since. */
  deletedAs?: number
}

export interface Parts {
  kinds: readonly Kind[]
  /** Kinds whose documents are loaded one by one. */
  summarised: ReadonlySet<Kind>
  idOf(kind: Kind, document: AnyDocument): string
  server: {
    all(kind: Kind): Promise<Stored<AnyDocument>[]>
    one(kind: Kind, id: string): Promise<Stored<AnyDocument>>
    put(kind: Kind, id: string, document: AnyDocument, revision: number | null): Promise<Stored<AnyDocument>>
    remove(kind: Kind, id: string, revision: number): Promise<number>
  }
  /** The document that must be on the server before this one; null: none. */
  belongsTo(kind: Kind, document: AnyDocument): { kind: Kind; id: string } | null
  outbox: Outbox
  tell(message: Message): void
  /** Runs something later; returns how to call it off. */
  later(run: () => void, ms: number): () => void
  failed(problem: Problem): void
  written(): void
  /** False while edits cannot be kept in the browser: they are sent without waiting for more typing. */
  isSheltered(): boolean
}

export const blank = (id: string): Entry => ({
  id,
  revision: null,
  saved: null,
  draft: null,
  gone: false,
  deleting: false,
  deleted: false,
  state: 'saved',
  savedAt: null,
  problem: null,
})

/** What is shown of it: the edit, else what the server holds. */
export const shown = (entry: Entry): AnyDocument | null => entry.draft ?? (entry.gone ? null : entry.saved)

export function settleShown(entry: Entry): void {
  entry.deleted = entry.deleting || shown(entry) === null
}
