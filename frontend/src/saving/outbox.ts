/** Unsent edits, kept in IndexedDB so that a reload, a crash or a stopped server loses nothing. */
import { createStore, del, entries, set } from 'idb-keyval'
import { plainCopy } from './merge'
import type { AnyDocument, Kind } from './kinds'

export interface Unsent {
  kind: Kind
  id: string
  draft: AnyDocument
  /** The document the edit began from, and its revision; null for a new document. */
  base: AnyDocument | null
  revision: number | null
}

const box = createStore('wide-aperture', 'unsent')
const key = (kind: Kind, id: string): string => `${kind}/${id}`

export function keepUnsent(unsent: Unsent): Promise<void> {
  return set(key(unsent.kind, unsent.id), plainCopy(unsent), box)
}

export function dropUnsent(kind: Kind, id: string): Promise<void> {
  return del(key(kind, id), box)
}

export async function allUnsent(): Promise<Unsent[]> {
  return (await entries<string, Unsent>(box)).map(([, unsent]) => unsent)
}
