// @vitest-environment happy-dom
/** The real outbox on a real (simulated) browser store: reloads, closed tabs, last words, a store that refuses. */
import 'fake-indexeddb/auto'
import { IDBFactory } from 'fake-indexeddb'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { AnyDocument } from './kinds'
import type { Outbox, Unsent } from './outbox'

const unsent = (id: string, name: string): Unsent => ({
  kind: 'lenses',
  id,
  draft: { id, name } as unknown as AnyDocument,
  base: null,
  revision: null,
})

interface Tab {
  outbox: Outbox
  shelter: { value: string }
  sayLastWords: () => void
}

/** Opens the module anew, as a page does; the session store decides whether it is the same tab. */
async function page(): Promise<Tab> {
  vi.resetModules()
  const found = await import('./outbox')
  return { outbox: found.browserOutbox, shelter: found.shelter, sayLastWords: found.sayLastWords }
}

/** Locks of the browser: held until the page that asked for them is closed. */
class Locks {
  held = new Map<string, () => void>()
  request(name: string, options: unknown, work?: unknown): Promise<unknown> {
    const run = (work ?? options) as (lock: object | null) => Promise<unknown> | undefined
    if (this.held.has(name)) return Promise.resolve(run(null))
    const done = run({ name })
    this.held.set(name, () => undefined)
    if (!(typeof options === 'object')) return Promise.resolve(done).finally(() => this.held.delete(name))
    return Promise.resolve(done)
  }
  query(): Promise<{ held: { name: string }[] }> {
    return Promise.resolve({ held: [...this.held.keys()].map((name) => ({ name })) })
  }
}

let locks: Locks

/** The tab is closed: its lock is given back, its session is gone. */
function close(): void {
  locks.held.clear()
  sessionStorage.clear()
}

beforeEach(() => {
  globalThis.indexedDB = new IDBFactory()
  localStorage.clear()
  sessionStorage.clear()
  locks = new Locks()
  Object.defineProperty(navigator, 'locks', { value: locks, configurable: true })
})

describe('an edit that was kept', () => {
  it('is found after a reload of the same tab', async () => {
    await (await page()).outbox.keep(unsent('a', 'Plain 50'))
    locks.held.clear() // a reload gives the lock back and keeps the session
    const found = await (await page()).outbox.takeOver()
    expect(found.map((each) => each.unsent.draft)).toEqual([{ id: 'a', name: 'Plain 50' }])
  })

  it('is the last one of its document', async () => {
    const { outbox } = await page()
    await outbox.keep(unsent('a', 'first'))
    await outbox.keep(unsent('a', 'second'))
    const found = await outbox.takeOver()
    expect(found.map((each) => (each.unsent.draft as { name?: string }).name)).toEqual(['second'])
  })

  it('is gone once it is dropped, and another document’s stays', async () => {
    const { outbox } = await page()
    await outbox.keep(unsent('a', 'x'))
    await outbox.keep(unsent('b', 'y'))
    await outbox.drop('lenses', 'a')
    expect((await outbox.takeOver()).map((each) => each.unsent.id)).toEqual(['b'])
  })

  it('of a closed tab is taken over once, under a name of its own', async () => {
    await (await page()).outbox.keep(unsent('a', 'left behind'))
    close()
    const heir = await page()
    const [found] = await heir.outbox.takeOver()
    expect(found!.unsent.id).toBe('a')
    expect(found!.key).toContain('#')
    await heir.outbox.forget(found!.key)
    expect(await heir.outbox.takeOver()).toEqual([])
  })

  it('of two closed tabs is taken over twice: neither overwrites the other', async () => {
    for (const name of ['one', 'two']) {
      await (await page()).outbox.keep(unsent('a', name))
      close()
    }
    const found = await (await page()).outbox.takeOver()
    expect(found.map((each) => (each.unsent.draft as { name?: string }).name).sort()).toEqual(['one', 'two'])
  })

  it('of a tab that still lives is left to it', async () => {
    await (await page()).outbox.keep(unsent('a', 'mine'))
    sessionStorage.clear() // another tab; the first one holds its lock
    expect(await (await page()).outbox.takeOver()).toEqual([])
  })
})

describe('a tab closed faster than the store can write', () => {
  it('writes down what is not confirmed, and the next one finds it once', async () => {
    const well = globalThis.indexedDB
    globalThis.indexedDB = { open: () => ({}) } as unknown as IDBFactory // never answers
    const first = await page()
    void first.outbox.keep(unsent('a', 'typed last'))
    await new Promise((next) => setTimeout(next, 5)) // it is asked for, and waits
    first.sayLastWords()
    globalThis.indexedDB = well
    close()
    const next = await page()
    expect((await next.outbox.takeOver()).map((each) => each.unsent.draft)).toEqual([{ id: 'a', name: 'typed last' }])
    expect(localStorage.getItem('wa-last-words')).toBeNull()
  })

  it('says nothing when all is confirmed', async () => {
    const { outbox, sayLastWords } = await page()
    await outbox.keep(unsent('a', 'x'))
    sayLastWords()
    expect(localStorage.getItem('wa-last-words')).toBeNull()
  })

  it('adds to what another closing tab wrote', async () => {
    localStorage.setItem('wa-last-words', JSON.stringify([unsent('b', 'other')]))
    const { outbox, sayLastWords } = await page()
    void outbox.keep(unsent('a', 'x'))
    sayLastWords()
    expect((JSON.parse(localStorage.getItem('wa-last-words')!) as Unsent[]).map((each) => each.id)).toEqual(['b', 'a'])
  })

  it('is not harmed by words nobody can read', async () => {
    localStorage.setItem('wa-last-words', '{broken')
    expect(await (await page()).outbox.takeOver()).toEqual([])
  })
})

describe('a store that cannot be used', () => {
  it('is said to be blocked, and nothing is thrown', async () => {
    const { outbox, shelter } = await page()
    globalThis.indexedDB = {
      open: () => {
        throw new DOMException('blocked', 'SecurityError')
      },
    } as unknown as IDBFactory
    await outbox.keep(unsent('a', 'x'))
    expect(shelter.value).toBe('blocked')
    expect(await outbox.takeOver()).toEqual([])
  })

  it('is said to be full, and to be well again after a write that worked', async () => {
    const { outbox, shelter } = await page()
    const well = globalThis.indexedDB
    globalThis.indexedDB = {
      open: () => {
        throw new DOMException('full', 'QuotaExceededError')
      },
    } as unknown as IDBFactory
    await outbox.keep(unsent('a', 'x'))
    expect(shelter.value).toBe('full')
    globalThis.indexedDB = well
    await outbox.keep(unsent('a', 'x'))
    expect(shelter.value).toBe('browser')
  })
})
