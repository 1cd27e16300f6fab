/** The kinds of saved documents: their routes under the API, and what people call them. */
import { client, stored } from '@/api/client'
import type {
  Body,
  CameraState,
  FoundationDocument,
  Lens,
  PackingDocument,
  Phrasebook,
  PlannedSituation,
  SavedPlace,
  SavedSetup,
  Shoot,
} from '@/api/types'

export interface Documents {
  bodies: Body
  lenses: Lens
  foundations: FoundationDocument
  shoots: Shoot
  situations: PlannedSituation
  setups: SavedSetup
  places: SavedPlace
  phrasebooks: Phrasebook
  states: CameraState
  packings: PackingDocument
}

export type Kind = keyof Documents
export type AnyDocument = Documents[Kind]

export const NOUN: Record<Kind, string> = {
  bodies: 'body',
  lenses: 'lens',
  foundations: 'foundation',
  shoots: 'shoot',
  situations: 'situation',
  setups: 'setup',
  places: 'place',
  phrasebooks: 'phrasebook',
  states: 'camera state',
  packings: 'packing',
}

export interface Stored<D> {
  id: string
  revision: number
  updated_at: string
  document: D
}

export const KIND_LIST = Object.keys(NOUN) as Kind[]

export function idOf(kind: Kind, document: AnyDocument): string {
  return kind === 'situations' ? (document as PlannedSituation).situation.id : (document as { id: string }).id
}

/** A situation and a packing are their shoot's: the server takes them only once it has it. */
export function belongsTo(kind: Kind, document: AnyDocument): { kind: Kind; id: string } | null {
  return kind === 'situations' || kind === 'packings' ? { kind: 'shoots', id: (document as { shoot_id: string }).shoot_id } : null
}

export function titleOf(kind: Kind, document: AnyDocument): string {
  if (kind === 'situations') return (document as PlannedSituation).situation.title
  if ('title' in document) return document.title
  return 'name' in document ? document.name : NOUN[kind]
}

// The resources share one shape; the generated paths do not know that, so it is said once, here.
const any = client as unknown as {
  GET(path: string, init?: object): Promise<{ data?: unknown; error?: unknown; response: Response }>
  PUT(path: string, init: object): Promise<{ data?: unknown; error?: unknown; response: Response }>
  DELETE(path: string, init: object): Promise<{ error?: unknown; response: Response }>
}

/** Kinds whose list is summaries: a document is fetched when it is opened. */
export const SUMMARISED: ReadonlySet<Kind> = new Set<Kind>(['setups'])

interface Page<Item> {
  items: Item[]
  next: string | null
}

const PAGE_ITEMS = 500

/** Every item of a list, page by page. */
export async function fetchPages<Item>(path: string, query: Record<string, unknown> = {}): Promise<Item[]> {
  const found: Item[] = []
  let cursor: string | null = null
  do {
    const params: object = { query: { limit: PAGE_ITEMS, ...query, ...(cursor ? { cursor } : {}) } }
    const page = (await stored(any.GET(path, { params }))) as Page<Item>
    found.push(...page.items)
    cursor = page.next
  } while (cursor)
  return found
}

export function fetchAll<K extends Kind>(kind: K): Promise<Stored<Documents[K]>[]> {
  return fetchPages(`/api/v1/${kind}`)
}

export function fetchOne<K extends Kind>(kind: K, id: string): Promise<Stored<Documents[K]>> {
  return stored(any.GET(`/api/v1/${kind}/${id}`)) as Promise<Stored<Documents[K]>>
}

/** revision null: the document is new. */
export function putOne<K extends Kind>(kind: K, id: string, document: Documents[K], revision: number | null): Promise<Stored<Documents[K]>> {
  const headers = revision === null ? { 'If-None-Match': '*' } : { 'If-Match': `"${revision}"` }
  return stored(any.PUT(`/api/v1/${kind}/${id}`, { headers, body: document })) as Promise<Stored<Documents[K]>>
}

/** Returns the revision the row has as a deleted one. */
export async function deleteOne(kind: Kind, id: string, revision: number): Promise<number> {
  const outcome = any.DELETE(`/api/v1/${kind}/${id}`, { headers: { 'If-Match': `"${revision}"` } })
  await stored(outcome)
  const tag = (await outcome).response.headers.get('ETag')
  return tag ? Number(tag.replaceAll('"', '')) : revision + 1
}
