import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'

const held = new Map<string, Record<string, unknown>>()
vi.mock('./documents', () => ({
  currentDocument: (_kind: string, id: string) => held.get(id) ?? null,
  loadOne: async (_kind: string, id: string) => void held.set(id, { id, name: 'fetched' }),
  write: (_kind: string, document: { id: string }) => void held.set(document.id, document),
  remove: (_kind: string, id: string) => void held.delete(id),
}))
vi.mock('./kinds', () => ({
  idOf: (_kind: string, document: { id: string }) => document.id,
  titleOf: (_kind: string, document: { name: string }) => document.name,
}))

type Undo = typeof import('./undo')
let undoing: Undo
const edit = (name: string, key: string | null = null): void => undoing.edit('lenses', { id: 'a', name } as never, key)
const name = (): unknown => held.get('a')?.name

beforeEach(async () => {
  vi.useFakeTimers()
  vi.resetModules()
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
    expect(undoing.undoLabel.value).toBe('fetched')
    undoing.undo()
    expect(name()).toBe('fetched')
    undoing.redo()
    expect(name()).toBeUndefined()
  })
})
