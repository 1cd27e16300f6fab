/** What this device keeps: checklists it has seen and every tick, sent or not. No import at run time: it must work without the network. */
import type { components } from '@/api/schema'
import type { Tick } from './ticks'

export type Checklist = components['schemas']['ShootChecklist']
export interface KeptList {
  shoot: string
  list: Checklist
  run: string
  failed: Record<string, string>
}
/** order: in which the server has them; those it has not come after. */
export interface KeptTick extends Tick {
  sent: boolean
  order: number
}

let opened: Promise<IDBDatabase> | null = null

function database(): Promise<IDBDatabase> {
  opened ??= new Promise((resolve, reject) => {
    const request = indexedDB.open('wide-aperture-pre-flight', 1)
    request.onupgradeneeded = () => {
      request.result.createObjectStore('lists', { keyPath: 'shoot' })
      request.result.createObjectStore('ticks', { keyPath: 'id' }).createIndex('shoot', 'shoot_id')
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

const store = async (name: 'lists' | 'ticks', mode: IDBTransactionMode): Promise<IDBObjectStore> =>
  (await database()).transaction(name, mode).objectStore(name)

export const keptLists = async (): Promise<KeptList[]> => done((await store('lists', 'readonly')).getAll())
export const keptList = async (shoot: string): Promise<KeptList | undefined> => done((await store('lists', 'readonly')).get(shoot))
export const keepList = async (kept: KeptList): Promise<void> => void (await done((await store('lists', 'readwrite')).put(kept)))

export async function keptTicks(shoot: string): Promise<KeptTick[]> {
  const found: KeptTick[] = await done((await store('ticks', 'readonly')).index('shoot').getAll(shoot))
  return found.sort((a, b) => a.order - b.order)
}
export async function keepTicks(ticks: readonly KeptTick[]): Promise<void> {
  const into = await store('ticks', 'readwrite')
  await Promise.all(ticks.map((tick) => done(into.put(tick))))
}
