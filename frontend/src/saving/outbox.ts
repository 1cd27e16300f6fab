/**
 * Unsent edits, kept so that a reload, a crash or a stopped server loses nothing: in IndexedDB, one entry per tab and
 * document, so that two tabs never overwrite each other. When IndexedDB cannot be used the edits live in this tab alone,
 * and `shelter` says so.
 */
import { createStore, del, entries, set, type UseStore } from 'idb-keyval'
import { ref } from 'vue'
import { newId } from '@/shared/ids'
import { plainCopy } from './merge'
import type { AnyDocument, Kind } from './kinds'
import { alone, livingTabs, thisTab } from './tab'

export interface Unsent {
  kind: Kind
  id: string
  /** null: the document is to be deleted. */
  draft: AnyDocument | null
  /** The document the edit began from, and its revision; null for a new document. */
  base: AnyDocument | null
  revision: number | null
}

/** An edit found in the store; key: where it lies until `forget`. */
export interface Found {
  key: string
  unsent: Unsent
}

/** Where unsent edits are safe: in this browser; in this tab only, because the browser's store is blocked or full. */
export type Shelter = 'browser' | 'blocked' | 'full'

export interface Outbox {
  keep(unsent: Unsent): Promise<void>
  drop(kind: Kind, id: string): Promise<void>
  /** What this tab left before a reload and what closed tabs left: from now on this tab's. */
  takeOver(): Promise<Found[]>
  forget(key: string): Promise<void>
}

export const shelter = ref<Shelter>('browser')

const LAST_WORDS = 'wa-last-words'
const keyOf = (tab: string, kind: Kind, id: string): string => `${tab}/${kind}/${id}`
const tabOf = (key: string): string => (key.split('/').length > 2 ? key.slice(0, key.indexOf('/')) : '')

let opened: UseStore | null = null
/** Edits whose keeping has been asked for and not yet confirmed; written down in one go when the tab is closed. */
const unconfirmed = new Map<string, Unsent>()

/** Runs on the browser's store; a store that cannot be used is noted, and nothing is thrown. */
async function guarded<Result>(work: (store: UseStore) => Promise<Result>, otherwise: Result): Promise<Result> {
  try {
    opened ??= createStore('wide-aperture', 'unsent')
    return await work(opened)
  } catch (error) {
    opened = null // opening may succeed later
    shelter.value = error instanceof DOMException && error.name === 'QuotaExceededError' ? 'full' : 'blocked'
    return otherwise
  }
}

export const browserOutbox: Outbox = {
  async keep(unsent) {
    const plain = plainCopy(unsent)
    const local = `${unsent.kind}/${unsent.id}`
    unconfirmed.set(local, plain)
    const key = keyOf(await thisTab, unsent.kind, unsent.id)
    const kept = await guarded(async (store) => {
      await set(key, plain, store)
      return true
    }, false)
    if (!kept) return
    shelter.value = 'browser' // only a write that worked proves it
    if (unconfirmed.get(local) === plain) unconfirmed.delete(local)
  },

  async drop(kind, id) {
    unconfirmed.delete(`${kind}/${id}`)
    const key = keyOf(await thisTab, kind, id)
    await guarded((store) => del(key, store), undefined)
  },

  async takeOver() {
    const own = await thisTab
    return alone(async () => {
      const living = await livingTabs()
      const left = await guarded((store) => entries<string, Unsent>(store), [])
      const found: Found[] = []
      for (const [key, unsent] of left) {
        if (tabOf(key) !== own && living.has(tabOf(key))) continue
        // Under a name of this tab and of its own: two closed tabs may have left edits of the same document.
        const moved = tabOf(key) === own ? key : `${keyOf(own, unsent.kind, unsent.id)}#${newId()}`
        if (moved !== key) {
          await guarded((store) => set(moved, unsent, store), undefined)
          await guarded((store) => del(key, store), undefined)
        }
        found.push({ key: moved, unsent })
      }
      for (const unsent of lastWords()) {
        const key = `${keyOf(own, unsent.kind, unsent.id)}#${newId()}`
        await guarded((store) => set(key, unsent, store), undefined)
        found.push({ key, unsent })
      }
      return found
    })
  },

  async forget(key) {
    await guarded((store) => del(key, store), undefined)
  },
}

/** What a tab wrote down while it was being closed, faster than IndexedDB could. */
function lastWords(): Unsent[] {
  try {
    const text = localStorage.getItem(LAST_WORDS)
    localStorage.removeItem(LAST_WORDS)
    return text ? (JSON.parse(text) as Unsent[]) : []
  } catch {
    return []
  }
}

/** Called when the tab is hidden or closed: what IndexedDB has not confirmed is written down at once. */
export function sayLastWords(): void {
  if (!unconfirmed.size) return
  try {
    const before = JSON.parse(localStorage.getItem(LAST_WORDS) ?? '[]') as Unsent[]
    localStorage.setItem(LAST_WORDS, JSON.stringify([...before, ...unconfirmed.values()]))
  } catch {
    return // nothing more can be done in a closing tab
  }
}
