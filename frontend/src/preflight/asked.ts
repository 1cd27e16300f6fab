/** Asking the server from a page of its own: what it said no to is told apart from a network that is away. */

/** The server was there and said no: asking again would not help. */
export class Refusal extends Error {
  constructor(
    readonly status: number,
    message: string,
  ) {
    super(message)
  }
}

interface Told {
  detail?: string
  errors?: { detail?: string }[]
}

export async function asked<T>(path: string, body?: unknown): Promise<T> {
  const send = body === undefined ? {} : { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) }
  const answer = await fetch(`/api/v1/${path}`, send)
  if (!answer.ok) {
    const told = (await answer.json().catch(() => ({}))) as Told
    throw new Refusal(answer.status, told.errors?.[0]?.detail ?? told.detail ?? `The server answered ${answer.status}.`)
  }
  return (await answer.json()) as T
}

const HEAP = 500
const LEAVES_IT = new Set([400, 404, 409, 413, 422])

/** Sends events in heaps. One that is refused holds up none of the others: by its id, why. */
export async function sendAll(path: 'ticks' | 'notes', events: readonly { id: string }[]): Promise<Map<string, string>> {
  const refused = new Map<string, string>()
  async function send(heap: readonly { id: string }[]): Promise<void> {
    try {
      await asked(path, { [path]: heap })
    } catch (error) {
      if (!(error instanceof Refusal && LEAVES_IT.has(error.status))) throw error
      if (heap.length === 1) {
        refused.set(heap[0]!.id, error.message)
        return
      }
      const half = Math.ceil(heap.length / 2)
      await send(heap.slice(0, half))
      await send(heap.slice(half))
    }
  }
  for (let from = 0; from < events.length; from += HEAP) await send(events.slice(from, from + HEAP))
  return refused
}

/** Work that runs once at a time; asked for while it runs, it runs once more, so that what came meanwhile goes along. */
export function oneAtATime(work: () => Promise<void>): () => Promise<void> {
  let running: Promise<void> | null = null
  let again = false
  async function run(): Promise<void> {
    do {
      again = false
      await work()
    } while (again)
  }
  return () => {
    if (running) again = true
    return (running ??= run().finally(() => (running = null)))
  }
}

const AGAIN_MS = 15_000

/** Try whenever the network or the page comes back, and from time to time while there is something to do. */
export function tryAgain(sync: () => Promise<void>, isWanted: () => boolean): void {
  window.addEventListener('online', () => void sync())
  document.addEventListener('visibilitychange', () => void (document.hidden || sync()))
  setInterval(() => void (isWanted() && sync()), AGAIN_MS)
}
