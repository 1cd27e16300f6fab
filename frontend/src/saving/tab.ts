/**
 * Which tab this is. Its name survives a reload and is held by a lock while the tab lives, so that others can tell a
 * closed tab, whose unsent edits somebody must take over, from one that is still typing.
 */
import { newId } from '@/shared/ids'

const STORE = 'wa-tab'
const lockOf = (tab: string): string => `wide-aperture-tab/${tab}`

function remembered(): string | null {
  try {
    return sessionStorage.getItem(STORE)
  } catch {
    return null
  }
}

function remember(tab: string): void {
  try {
    sessionStorage.setItem(STORE, tab)
  } catch {
    return // a reload then counts as a new tab, which takes over what this one left
  }
}

/** Holds a tab's lock for as long as the tab lives; false when another tab holds it (a duplicated tab copies the name). */
function held(tab: string): Promise<boolean> {
  return new Promise((settle) => {
    void navigator.locks.request(lockOf(tab), { ifAvailable: true }, (lock) => {
      settle(lock !== null)
      return lock ? new Promise<never>(() => undefined) : undefined
    })
  })
}

async function named(): Promise<string> {
  const before = remembered()
  if (!navigator.locks) return before ?? newId()
  if (before && (await held(before))) return before
  const fresh = newId()
  await held(fresh)
  remember(fresh)
  return fresh
}

export const thisTab: Promise<string> = named()

/** Tabs that are alive now, this one included. Without locks every other tab counts as closed. */
export async function livingTabs(): Promise<Set<string>> {
  const own = await thisTab
  if (!navigator.locks) return new Set([own])
  const { held: locks = [] } = await navigator.locks.query()
  return new Set([own, ...locks.flatMap((lock) => (lock.name?.startsWith(lockOf('')) ? [lock.name.slice(lockOf('').length)] : []))])
}

/** Runs alone among all tabs. */
export async function alone<Result>(work: () => Promise<Result>): Promise<Result> {
  return navigator.locks ? ((await navigator.locks.request('wide-aperture-takeover', work)) as Result) : work()
}
