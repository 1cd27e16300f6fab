/** What this device keeps: checklists it has seen and every tick, sent or not. No import at run time: it must work without the network. */
import type { components } from '@/api/schema'
import type { Tick } from './ticks'

export type Checklist = components['schemas']['ShootChecklist']
export type Cards = components['schemas']['ShootCards']
export type FieldNote = components['schemas']['FieldNote']
export interface KeptList {
  shoot: string
  list: Checklist
  run: string
  failed: Record<string, string>
}
/** Where the order of what was not sent yet begins: after all the server has, and still counting by ones. */
export const UNSENT = 2 ** 50
/** What a device knows of an event. order: in which the server has them, those it has not come after; refused: why the server would not take it. */
export interface Kept {
  sent: boolean
  order: number
  refused?: string
}
export type KeptTick = Tick & Kept
export type KeptNote = FieldNote & Kept
/** An event as the server takes it. */
export function withoutMarks<T extends Kept>({ sent: _sent, order: _order, refused: _refused, ...event }: T): Omit<T, keyof Kept> {
  return event
}

let opened: Promise<IDBDatabase> | null = null

function database(): Promise<IDBDatabase> {
  opened ??= new Promise((resolve, reject) => {
    const request = indexedDB.open('wide-aperture-pre-flight', 2)
    request.onupgradeneeded = ({ oldVersion }) => {
      if (oldVersion < 1) {
        request.result.createObjectStore('lists', { keyPath: 'shoot' })
        request.result.createObjectStore('ticks', { keyPath: 'id' }).createIndex('shoot', 'shoot_id')
      }
      request.result.createObjectStore('cards', { keyPath: 'shoot' })
      request.result.createObjectStore('notes', { keyPath: 'id' }).createIndex('shoot', 'shoot_id')
    }
    request.onsuccess = () => resolve(request.result)
    request.onerror = () => reject(request.error ?? new Error('this browser keeps nothing'))
  })
  return opened
}

function done<T>(request: IDBRequest<T>): Promise<T> {
  return new Promise((resolve, reject) => {
    request.onsuccess = () => resolve(request.result)
    request.onerror = () => reject(request.error ?? new Error('this browser keeps nothing'))
  })
}

type Name = 'lists' | 'ticks' | 'cards' | 'notes'
const store = async (name: Name, mode: IDBTransactionMode): Promise<IDBObjectStore> => (await database()).transaction(name, mode).objectStore(name)

export const keptList = async (shoot: string): Promise<KeptList | undefined> => done((await store('lists', 'readonly')).get(shoot))
export const keepList = async (kept: KeptList): Promise<void> => void (await done((await store('lists', 'readwrite')).put(kept)))
export const keptCards = async (shoot: string): Promise<Cards | undefined> =>
  ((await done((await store('cards', 'readonly')).get(shoot))) as { cards: Cards } | undefined)?.cards
export const keepCards = async (shoot: string, cards: Cards): Promise<void> =>
  void (await done((await store('cards', 'readwrite')).put({ shoot, cards })))

async function keptEvents<T extends Kept>(name: 'ticks' | 'notes', shoot: string): Promise<T[]> {
  const found: T[] = await done((await store(name, 'readonly')).index('shoot').getAll(shoot))
  return found.sort((a, b) => a.order - b.order)
}
async function keepEvents(name: 'ticks' | 'notes', events: readonly Kept[]): Promise<void> {
  const into = await store(name, 'readwrite')
  await Promise.all(events.map((event) => done(into.put(event))))
}
export const keptTicks = (shoot: string): Promise<KeptTick[]> => keptEvents('ticks', shoot)
export const keepTicks = (ticks: readonly KeptTick[]): Promise<void> => keepEvents('ticks', ticks)
export const keptNotes = (shoot: string): Promise<KeptNote[]> => keptEvents('notes', shoot)
export const keepNotes = (notes: readonly KeptNote[]): Promise<void> => keepEvents('notes', notes)

/** Which device ticked, for the history; made once. */
export function deviceName(): string {
  try {
    const held = localStorage.getItem('wa-device')
    if (held) return held
    const made = `${/Mobi|Android|iPhone/.test(navigator.userAgent) ? 'phone' : 'computer'} ${Math.random().toString(36).slice(2, 6)}`
    localStorage.setItem('wa-device', made)
    return made
  } catch {
    return ''
  }
}
