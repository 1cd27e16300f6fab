import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'

const held = new Map<string, Record<string, unknown>>()
vi.mock('./documents', () => ({
  currentDocument: (_kind: string, id: string) => held.get(id) ?? null,
  loadOne: async (_kind: string, id: string) => void held.set(id, { id, name: 'fetched' }),
  write: (_kind: string, document: { id: string }) => void held.set(document.id, document),
  remove: (_kind: string, id: string) => void held.delete(id),
  loadKind: async () => undefined,
}))
vi.mock('@/shared/fieldNames', () => ({ fieldInWords: (pointer: string) => pointer.slice(1) }))
vi.mock('./kinds', () => ({
  NOUN: { lenses: 'lens' },
  idOf: (_kind: string, document: { id: string }) => document.id,
  titleOf: (_kind: string, document: { name: string }) => document.name,
}))

const store = new Map<string, string>()
vi.stubGlobal('sessionStorage', {
  getItem: (key: string) => store.get(key) ?? null,
  setItem: (key: string, text: string) => void store.set(key, text),
})

type Undo = typeof import('./undo')
let undoing: Undo
const edit = (name: string, key: string | null = null): void => undoing.edit('lenses', { id: 'a', name } as never, key)
const name = (): unknown => held.get('a')?.name

beforeEach(async () => {
  vi.useFakeTimers()
  vi.resetModules()
  store.clear()
  held.clear()
  undoing = await import('./undo')
})
afterEach(() => void vi.useRealTimers())

describe('undo', () => {
  it('goes back and forth through edits, to before there was anything', () => {
    edit('one')
    edit('two')
    undoing.undo()
    expect(name()).toBe('one')
    undoing.undo()
    expect([name(), undoing.canUndo.value]).toEqual([undefined, false])
    undoing.redo()
    undoing.redo()
    expect([name(), undoing.canRedo.value]).toEqual(['two', false])
  })

  it('takes one gesture back at once, and two apart', () => {
    edit('start')
    for (const typed of ['s', 'st', 'str']) edit(typed, 'name')
    vi.advanceTimersByTime(1300)
    edit('stri', 'name')
    undoing.undo()
    expect(name()).toBe('str')
    undoing.undo()
    expect(name()).toBe('start')
  })

  it('forgets what was undone once something new is done', () => {
    edit('one')
    edit('two')
    undoing.undo()
    edit('three')
    expect(undoing.canRedo.value).toBe(false)
    undoing.undo()
    expect(name()).toBe('one')
  })

  it('does not count an edit that changes nothing', () => {
    edit('one')
    edit('one')
    undoing.undo()
    expect(undoing.canUndo.value).toBe(false)
  })

  it('brings back what was deleted, fetched first where it was only listed', async () => {
    await undoing.removeWithUndo('lenses', 'a')
    expect(name()).toBeUndefined()
    expect(undoing.undoLabel.value).toBe('deleting “fetched”')
    undoing.undo()
    expect(name()).toBe('fetched')
    undoing.redo()
    expect(name()).toBeUndefined()
  })

  it('says what it would take back', () => {
    edit('one')
    expect(undoing.undoLabel.value).toBe('new lens “one”')
    edit('two')
    expect(undoing.undoLabel.value).toBe('name in “two”')
    undoing.undo()
    expect(undoing.redoLabel.value).toBe('name in “two”')
  })

  it('takes back what one wish did to several documents, all of it', () => {
    edit('one')
    undoing.edit('lenses', { id: 'b', name: 'other' } as never)
    undoing.together('deleting 2 lenses', (remove) => {
      remove('lenses', 'a')
      remove('lenses', 'b')
    })
    expect([held.size, undoing.undoLabel.value]).toEqual([0, 'deleting 2 lenses'])
    undoing.undo()
    expect([...held.keys()].sort()).toEqual(['a', 'b'])
    undoing.redo()
    expect(held.size).toBe(0)
  })

  it('survives a reload', async () => {
    edit('one')
    edit('two')
    await vi.advanceTimersByTimeAsync(400)
    vi.resetModules()
    undoing = await import('./undo')
    expect(undoing.undoLabel.value).toBe('name in “two”')
    undoing.undo()
    await vi.advanceTimersByTimeAsync(0)
    expect(name()).toBe('one')
  })
})

describe('deeds done on the server', () => {
  const order: string[] = []
  const deed = (label: string, doing: Promise<boolean>): void =>
    undoing.noteDeed({
      label,
      doing,
      undo: async () => {
        await Promise.resolve()
        order.push(`undo ${label}`)
      },
      redo: async () => void order.push(`redo ${label}`),
    })
  beforeEach(() => void (order.length = 0))

  it('are undone in their order, also while the last one is still under way', async () => {
    let ended: (isDone: boolean) => void = () => undefined
    deed('first', Promise.resolve(true))
    deed('second', new Promise((resolve) => (ended = resolve)))
    expect(undoing.undoLabel.value).toBe('second')
    undoing.undo()
    undoing.undo()
    await vi.advanceTimersByTimeAsync(10)
    expect(order).toEqual([])
    ended(true)
    await vi.advanceTimersByTimeAsync(10)
    expect(order).toEqual(['undo second', 'undo first'])
    expect(undoing.canUndo.value).toBe(false)
  })

  it('that failed are no step', async () => {
    deed('first', Promise.resolve(true))
    deed('refused', Promise.resolve(false))
    await vi.advanceTimersByTimeAsync(10)
    expect(undoing.undoLabel.value).toBe('first')
  })
})
