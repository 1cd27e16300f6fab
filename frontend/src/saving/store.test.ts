/** The laws of saving, tried on a server, an outbox and other tabs made of a few lines each. */
import { beforeEach, describe, expect, it } from 'vitest'
import { Problem } from '@/api/problem'
import type { AnyDocument, Kind, Stored } from './kinds'
import { plainCopy, same } from './merge'
import type { Found, Outbox, Unsent } from './outbox'
import { createDocumentStore, type DocumentStore, type Message } from './store'

type Lens = { id: string; name: string; note: string; stops: number }
const lens = (changes: Partial<Lens> = {}): AnyDocument => ({ id: 'a', name: 'Plain', note: '', stops: 1, ...changes }) as unknown as AnyDocument

interface Row {
  document: AnyDocument
  revision: number
  deleted: boolean
}

/** Keeps rows with revisions and preconditions as the real one does; `fails` makes the next answers failures. */
class Server {
  rows = new Map<string, Row>()
  fails: Problem[] = []
  puts = 0
  /** Called while a write is on its way. */
  meanwhile: (() => void) | null = null

  private async answer(): Promise<void> {
    await Promise.resolve()
    const now = this.meanwhile
    this.meanwhile = null
    now?.()
    await Promise.resolve()
    const problem = this.fails.shift()
    if (problem) throw problem
  }

  private stored(id: string): Stored<AnyDocument> {
    const row = this.rows.get(id)!
    return { id, revision: row.revision, updated_at: `t${row.revision}`, document: plainCopy(row.document) }
  }

  private refuse(id: string): never {
    const row = this.rows.get(id)!
    throw new Problem(412, 'changed', [], { id, revision: row.revision, updated_at: '', deleted: row.deleted, document: plainCopy(row.document) })
  }

  async all(): Promise<Stored<AnyDocument>[]> {
    await this.answer()
    return [...this.rows].filter(([, row]) => !row.deleted).map(([id]) => this.stored(id))
  }

  async one(_kind: Kind, id: string): Promise<Stored<AnyDocument>> {
    await this.answer()
    if (!this.rows.has(id) || this.rows.get(id)!.deleted) throw new Problem(404, 'nothing')
    return this.stored(id)
  }

  async put(_kind: Kind, id: string, document: AnyDocument, revision: number | null): Promise<Stored<AnyDocument>> {
    this.puts++
    await this.answer()
    const row = this.rows.get(id)
    if (!row) {
      if (revision !== null) throw new Problem(404, 'nothing')
      this.rows.set(id, { document: plainCopy(document), revision: 1, deleted: false })
      return this.stored(id)
    }
    if (revision !== row.revision && !(same(row.document, document) && !row.deleted)) this.refuse(id)
    if (!same(row.document, document) || row.deleted) this.rows.set(id, { document: plainCopy(document), revision: row.revision + 1, deleted: false })
    return this.stored(id)
  }

  async remove(_kind: Kind, id: string, revision: number): Promise<number> {
    await this.answer()
    const row = this.rows.get(id)
    if (!row) throw new Problem(404, 'nothing')
    if (revision !== row.revision) this.refuse(id)
    this.rows.set(id, { ...row, revision: row.revision + 1, deleted: true })
    return row.revision + 1
  }

  has(id = 'a'): Partial<Lens> | null {
    const row = this.rows.get(id)
    return row && !row.deleted ? (row.document as unknown as Lens) : null
  }
}

/** The browser's store, shared by tabs; each tab has its own keys. */
class Shelf {
  kept = new Map<string, Unsent>()
  living = new Set<string>()

  outbox(tab: string): Outbox {
    this.living.add(tab)
    const key = (kind: Kind, id: string): string => `${tab}/${kind}/${id}`
    return {
      keep: async (unsent) => void this.kept.set(key(unsent.kind, unsent.id), plainCopy(unsent)),
      drop: async (kind, id) => void this.kept.delete(key(kind, id)),
      forget: async (name) => void this.kept.delete(name),
      takeOver: async () => {
        const found: Found[] = []
        for (const [name, unsent] of [...this.kept]) {
          const owner = name.split('/')[0]!
          if (owner !== tab && this.living.has(owner)) continue
          const moved = owner === tab ? name : `${key(unsent.kind, unsent.id)}#${name}`
          this.kept.delete(name)
          this.kept.set(moved, unsent)
          found.push({ key: moved, unsent })
        }
        return found
      },
    }
  }
}

const server = { now: new Server() }
let shelf = new Shelf()
let tabs: { store: DocumentStore; failures: Problem[] }[] = []
let due: (() => void)[] = []

function tab(name: string, through: (outbox: Outbox) => Outbox = (outbox) => outbox): DocumentStore {
  const failures: Problem[] = []
  const store = createDocumentStore({
    kinds: ['lenses', 'setups'],
    summarised: new Set<Kind>(['setups']),
    idOf: (_kind, document) => (document as unknown as Lens).id,
    belongsTo: (_kind, document) =>
      (document as unknown as { of?: string }).of ? { kind: 'lenses', id: (document as unknown as { of: string }).of } : null,
    server: {
      all: () => server.now.all(),
      one: (kind, id) => server.now.one(kind, id),
      put: (kind, id, document, revision) => server.now.put(kind, id, document, revision),
      remove: (kind, id, revision) => server.now.remove(kind, id, revision),
    },
    outbox: through(shelf.outbox(name)),
    tell: (message: Message) => tabs.filter((each) => each.store !== store).forEach((each) => void each.store.hear(message)),
    later: (run) => {
      due.push(run)
      return () => (due = due.filter((each) => each !== run))
    },
    failed: (problem) => failures.push(problem),
    written: () => undefined,
    isSheltered: () => true,
  })
  tabs.push({ store, failures })
  return store
}

/** Lets everything happen that is due, until nothing more is. */
async function settled(): Promise<void> {
  for (let k = 0; k < 60; k++) {
    const now = due
    due = []
    now.forEach((run) => run())
    await new Promise((next) => setImmediate(next))
    if (!due.length) return
  }
  throw new Error('it never comes to rest')
}

const away = (): Problem => new Problem(0, 'away')
const shown = (store: DocumentStore, id = 'a'): Lens | null => {
  const entry = store.entryOf('lenses', id)
  return entry && !entry.deleted ? (store.shown(entry) as unknown as Lens) : null
}
const stateOf = (store: DocumentStore): string | undefined => store.entryOf('lenses', 'a')?.state

beforeEach(() => {
  server.now = new Server()
  shelf = new Shelf()
  tabs = []
  due = []
})

describe('writing', () => {
  it('shows an edit at once and has it on the server after a while', async () => {
    const store = tab('one')
    store.write('lenses', lens())
    expect(shown(store)?.name).toBe('Plain')
    await settled()
    expect(server.now.has()?.name).toBe('Plain')
    expect([stateOf(store), shelf.kept.size]).toEqual(['saved', 0])
  })

  it('joins quick edits into one write and sends what was typed while one was on its way', async () => {
    const store = tab('one')
    store.write('lenses', lens())
    store.write('lenses', lens({ name: 'P' }))
    store.write('lenses', lens({ name: 'Pr' }))
    server.now.meanwhile = () => store.write('lenses', lens({ name: 'Prime' }))
    await settled()
    expect([server.now.puts, server.now.has()?.name, server.now.rows.get('a')?.revision]).toEqual([2, 'Prime', 2])
  })

  it('sends nothing when the document says what the server holds', async () => {
    const store = tab('one')
    store.write('lenses', lens())
    await settled()
    store.write('lenses', lens({ name: 'Other' }))
    store.write('lenses', lens())
    await settled()
    expect([server.now.puts, stateOf(store), shelf.kept.size]).toEqual([1, 'saved', 0])
  })

  it('keeps what the server refuses and says why, until it is mended', async () => {
    const store = tab('one')
    server.now.fails = [new Problem(422, 'Name: too long', [{ pointer: '/name', code: 'x', msg: 'too long' }])]
    store.write('lenses', lens())
    await settled()
    expect([stateOf(store), store.entryOf('lenses', 'a')?.problem?.errors[0]?.pointer]).toEqual(['refused', '/name'])
    expect(shelf.kept.size).toBe(1)
    store.write('lenses', lens({ name: 'Short' }))
    await settled()
    expect([stateOf(store), server.now.has()?.name]).toEqual(['saved', 'Short'])
  })

  it('offers a row that is gone there as new', async () => {
    const store = tab('one')
    store.write('lenses', lens())
    await settled()
    server.now.rows.clear()
    store.write('lenses', lens({ name: 'Again' }))
    await settled()
    expect([server.now.has()?.name, stateOf(store)]).toEqual(['Again', 'saved'])
  })
})

describe('failures', () => {
  for (const [what, problem] of [
    ['an absent server', away()],
    ['a full disk', new Problem(507, 'full', [], undefined, 'full')],
    ['a fault', new Problem(500, 'fault')],
  ] as const) {
    it(`keeps the edit over ${what} and sends it when tried again`, async () => {
      const store = tab('one')
      server.now.fails = [problem]
      store.write('lenses', lens())
      await settled()
      expect([stateOf(store), shelf.kept.size, tabs[0]!.failures[0]]).toEqual(['unsent', 1, problem])
      store.tryAgain()
      await settled()
      expect([stateOf(store), shelf.kept.size, server.now.has()?.name]).toEqual(['saved', 0, 'Plain'])
    })
  }

  it('lets a list be loaded again after it failed, and opens what was unsent meanwhile', async () => {
    const before = tab('one')
    server.now.fails = [away()]
    before.write('lenses', lens({ name: 'Unsent' }))
    await settled()
    shelf.living.clear()
    tabs = []
    const store = tab('two')
    server.now.fails = [away()]
    await expect(store.load('lenses')).rejects.toThrow('away')
    expect(shown(store)?.name).toBe('Unsent')
    await store.load('lenses')
    await settled()
    store.tryAgain()
    await settled()
    expect(server.now.has()?.name).toBe('Unsent')
  })
})

describe('deleting', () => {
  it('takes it off the screen at once and off the server after', async () => {
    const store = tab('one')
    store.write('lenses', lens())
    await settled()
    store.remove('lenses', 'a')
    expect(shown(store)).toBeNull()
    await settled()
    expect([server.now.has(), server.now.rows.get('a')?.revision, shelf.kept.size]).toEqual([null, 2, 0])
  })

  it('is undone on the server too', async () => {
    const store = tab('one')
    store.write('lenses', lens())
    await settled()
    store.remove('lenses', 'a')
    await settled()
    store.write('lenses', lens())
    expect(shown(store)?.name).toBe('Plain')
    await settled()
    expect([server.now.has()?.name, stateOf(store), server.now.rows.get('a')?.revision]).toEqual(['Plain', 'saved', 3])
  })

  it('is undone while it is still on its way', async () => {
    const store = tab('one')
    store.write('lenses', lens())
    await settled()
    server.now.meanwhile = () => store.write('lenses', lens({ note: 'back' }))
    store.remove('lenses', 'a')
    await settled()
    expect([server.now.has()?.note, stateOf(store)]).toEqual(['back', 'saved'])
  })

  it('waits while the server is away, through a reload', async () => {
    const store = tab('one')
    store.write('lenses', lens())
    await settled()
    server.now.fails = [away()]
    store.remove('lenses', 'a')
    await settled()
    expect([server.now.has()?.name, shelf.kept.size]).toEqual(['Plain', 1])
    tabs = []
    const again = tab('one')
    await again.load('lenses')
    await settled()
    expect([shown(again), server.now.has()]).toEqual([null, null])
  })

  it('of what was never sent leaves nothing behind', async () => {
    const store = tab('one')
    server.now.fails = [away()]
    store.write('lenses', lens())
    await settled()
    store.remove('lenses', 'a')
    await settled()
    expect([server.now.rows.size, shelf.kept.size]).toEqual([0, 0])
  })

  it('of what was created a moment ago waits for the creation', async () => {
    const store = tab('one')
    server.now.meanwhile = () => store.remove('lenses', 'a')
    store.write('lenses', lens())
    await settled()
    expect([server.now.has(), stateOf(store)]).toEqual([null, 'saved'])
  })

  it('asks when it was edited elsewhere meanwhile', async () => {
    const store = tab('one')
    store.write('lenses', lens())
    await settled()
    server.now.rows.set('a', { document: lens({ name: 'Theirs' }), revision: 2, deleted: false })
    store.remove('lenses', 'a')
    await settled()
    expect(store.openConflict()?.theirs).toMatchObject({ name: 'Theirs' })
    store.resolve(store.openConflict()!, null)
    await settled()
    expect(shown(store)?.name).toBe('Theirs')
    store.remove('lenses', 'a')
    await settled()
    expect(server.now.has()).toBeNull()
  })
})

describe('two edits of one document', () => {
  it('stand both when they changed different fields', async () => {
    const store = tab('one')
    store.write('lenses', lens())
    await settled()
    server.now.rows.set('a', { document: lens({ note: 'theirs' }), revision: 2, deleted: false })
    store.write('lenses', lens({ name: 'Mine' }))
    await settled()
    expect(server.now.has()).toMatchObject({ name: 'Mine', note: 'theirs' })
    expect(shown(store)).toMatchObject({ name: 'Mine', note: 'theirs' })
  })

  it('ask when they changed the same field, and the decided one stands', async () => {
    const store = tab('one')
    store.write('lenses', lens())
    await settled()
    server.now.rows.set('a', { document: lens({ name: 'Theirs' }), revision: 2, deleted: false })
    store.write('lenses', lens({ name: 'Mine' }))
    await settled()
    expect([stateOf(store), shown(store)?.name, server.now.has()?.name]).toEqual(['conflict', 'Mine', 'Theirs'])
    store.resolve(store.openConflict()!, lens({ name: 'Decided' }))
    await settled()
    expect([server.now.has()?.name, stateOf(store), store.openConflict()]).toEqual(['Decided', 'saved', null])
  })

  it('ask when one of them deleted it', async () => {
    const store = tab('one')
    store.write('lenses', lens())
    await settled()
    server.now.rows.set('a', { document: lens(), revision: 2, deleted: true })
    store.write('lenses', lens({ name: 'Mine' }))
    await settled()
    expect(store.openConflict()?.theirsDeleted).toBe(true)
    store.resolve(store.openConflict()!, lens({ name: 'Mine' }))
    await settled()
    expect(server.now.has()?.name).toBe('Mine')
  })
})

describe('two tabs of one browser', () => {
  async function bothLoaded(): Promise<[DocumentStore, DocumentStore]> {
    server.now.rows.set('a', { document: lens(), revision: 1, deleted: false })
    const [one, two] = [tab('one'), tab('two')]
    await Promise.all([one.load('lenses'), two.load('lenses')])
    return [one, two]
  }

  it('follow each other', async () => {
    const [one, two] = await bothLoaded()
    one.write('lenses', lens({ name: 'Seen' }))
    await settled()
    expect(shown(two)?.name).toBe('Seen')
    one.remove('lenses', 'a')
    await settled()
    expect(shown(two)).toBeNull()
    one.write('lenses', lens({ name: 'Back' }))
    await settled()
    expect(shown(two)?.name).toBe('Back')
  })

  it('keep both edits made while the server was away', async () => {
    const [one, two] = await bothLoaded()
    server.now.fails = [away(), away()]
    one.write('lenses', lens({ name: 'One' }))
    two.write('lenses', lens({ note: 'two' }))
    await settled()
    one.tryAgain()
    two.tryAgain()
    await settled()
    expect(server.now.has()).toMatchObject({ name: 'One', note: 'two' })
    expect([shown(one), shown(two)]).toEqual([server.now.has(), server.now.has()])
  })

  it('ask when both changed the same field while the server was away', async () => {
    const [one, two] = await bothLoaded()
    server.now.fails = [away(), away()]
    one.write('lenses', lens({ name: 'One' }))
    two.write('lenses', lens({ name: 'Two' }))
    await settled()
    one.tryAgain()
    await settled()
    two.tryAgain()
    await settled()
    expect([server.now.has()?.name, two.openConflict()?.theirs]).toMatchObject(['One', { name: 'One' }])
    expect(shown(two)?.name).toBe('Two')
  })

  it('lose nothing when both are closed', async () => {
    const [one, two] = await bothLoaded()
    server.now.fails = [away(), away()]
    one.write('lenses', lens({ name: 'One' }))
    two.write('lenses', lens({ note: 'two' }))
    await settled()
    shelf.living.clear()
    tabs = []
    const later = tab('three')
    await later.load('lenses')
    await settled()
    expect(server.now.has()).toMatchObject({ name: 'One', note: 'two' })
    expect(shelf.kept.size).toBe(0)
  })

  it('never lay a found edit over one that is being typed', async () => {
    server.now.rows.set('a', { document: lens(), revision: 1, deleted: false })
    const closed = tab('closed')
    await closed.load('lenses')
    server.now.fails = [away()]
    closed.write('lenses', lens({ note: 'left behind' }))
    await settled()
    shelf.living.clear()
    tabs = []
    let open = (): void => undefined
    const opened = new Promise<void>((resolve) => (open = resolve))
    const store = tab('new', (outbox) => ({ ...outbox, takeOver: () => opened.then(() => outbox.takeOver()) }))
    const loading = store.load('lenses')
    await new Promise((next) => setImmediate(next))
    store.write('lenses', lens({ name: 'Typed' }))
    open()
    await loading
    expect(shown(store)?.name).toBe('Typed')
    await settled()
    expect(server.now.has()).toMatchObject({ name: 'Typed', note: 'left behind' })
  })

  it('leave a living tab its own edits', async () => {
    const [one] = await bothLoaded()
    server.now.fails = [away()]
    one.write('lenses', lens({ name: 'One' }))
    await settled()
    const three = tab('three')
    await three.load('lenses')
    expect(shown(three)?.name).toBe('Plain')
    expect(shelf.kept.size).toBe(1)
  })
})

describe('a reload', () => {
  it('finds unsent edits again and sends them', async () => {
    const before = tab('one')
    server.now.rows.set('a', { document: lens(), revision: 1, deleted: false })
    await before.load('lenses')
    server.now.fails = [away()]
    before.write('lenses', lens({ name: 'Unsent' }))
    await settled()
    tabs = []
    const after = tab('one')
    await after.load('lenses')
    expect(shown(after)?.name).toBe('Unsent')
    await settled()
    expect([server.now.has()?.name, shelf.kept.size]).toEqual(['Unsent', 0])
  })

  it('merges them with what was written elsewhere meanwhile', async () => {
    const before = tab('one')
    server.now.rows.set('a', { document: lens(), revision: 1, deleted: false })
    await before.load('lenses')
    server.now.fails = [away()]
    before.write('lenses', lens({ name: 'Unsent' }))
    await settled()
    server.now.rows.set('a', { document: lens({ note: 'elsewhere' }), revision: 2, deleted: false })
    tabs = []
    const after = tab('one')
    await after.load('lenses')
    await settled()
    expect(server.now.has()).toMatchObject({ name: 'Unsent', note: 'elsewhere' })
  })

  it('loads summarised kinds one by one', async () => {
    server.now.rows.set('a', { document: lens(), revision: 4, deleted: false })
    const store = tab('one')
    await store.load('setups')
    expect(store.entryOf('setups', 'a')).toBeUndefined()
    await store.loadOne('setups', 'a')
    expect(store.entryOf('setups', 'a')?.revision).toBe(4)
  })
})

describe('a document that belongs to another', () => {
  it('never arrives before it', async () => {
    const store = tab('one')
    await store.load('lenses')
    const arrived: string[] = []
    const put = server.now.put.bind(server.now)
    server.now.put = async (kind, id, document, revision) => {
      const row = await put(kind, id, document, revision)
      arrived.push(id)
      return row
    }
    store.write('lenses', { ...lens({ id: 'child' }), of: 'parent' } as never)
    store.write('lenses', lens({ id: 'parent' }))
    await settled()
    expect(arrived).toEqual(['parent', 'child'])
    expect(server.now.has('child')).not.toBeNull()
  })

  it('does not wait for one that the server refuses', async () => {
    const store = tab('one')
    await store.load('lenses')
    server.now.fails = [new Problem(422, 'no', [], undefined)]
    store.write('lenses', lens({ id: 'parent' }))
    store.write('lenses', { ...lens({ id: 'child' }), of: 'parent' } as never)
    await settled()
    expect(store.entryOf('lenses', 'parent')!.state).toBe('refused')
    expect(server.now.has('child')).not.toBeNull()
  })
})

describe('rows the server deleted together', () => {
  it('are gone here, and what is being edited stays', async () => {
    const store = tab('one')
    server.now.rows.set('a', { document: lens(), revision: 1, deleted: false })
    server.now.rows.set('b', { document: lens({ id: 'b' }), revision: 1, deleted: false })
    await store.load('lenses')
    store.write('lenses', lens({ id: 'b', note: 'mine' }))
    store.noteGone(new Set(['a', 'b']))
    expect([store.entryOf('lenses', 'a')!.deleted, store.entryOf('lenses', 'b')!.deleted]).toEqual([true, false])
  })
})
