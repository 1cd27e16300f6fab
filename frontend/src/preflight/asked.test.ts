import { afterEach, describe, expect, it, vi } from 'vitest'
import { oneAtATime, sendAll } from './asked'

const events = (count: number): { id: string }[] => Array.from({ length: count }, (_, k) => ({ id: String(k) }))

/** A server that refuses a heap with any of these ids in it, and remembers what it took. */
function server(refuses: string[], status = 422): string[] {
  const took: string[] = []
  vi.stubGlobal('fetch', async (_path: string, { body }: { body: string }) => {
    const heap = JSON.parse(body).ticks as { id: string }[]
    if (heap.some(({ id }) => refuses.includes(id))) return new Response(JSON.stringify({ detail: 'gone' }), { status })
    took.push(...heap.map(({ id }) => id))
    return new Response('{"new": 1}')
  })
  return took
}

afterEach(() => vi.unstubAllGlobals())

describe('sendAll', () => {
  it('sends more than a heap holds, each once and in order', async () => {
    const took = server([])
    expect((await sendAll('ticks', events(1203))).size).toBe(0)
    expect(took).toEqual(events(1203).map(({ id }) => id))
  })
  it('holds up none of the others for one that is refused', async () => {
    const took = server(['3', '700'])
    const refused = await sendAll('ticks', events(900))
    expect([...refused]).toEqual([['3', 'gone'], ['700', 'gone']]) // prettier-ignore
    expect(took.length).toBe(898)
  })
  it('gives up for now where the server fails', async () => {
    server(['0'], 503)
    await expect(sendAll('ticks', events(2))).rejects.toThrow('gone')
  })
})

describe('oneAtATime', () => {
  it('runs once more for all who asked while it ran, never twice at once', async () => {
    let [begun, ended] = [0, 0]
    const sync = oneAtATime(async () => {
      expect(begun).toBe(ended)
      begun += 1
      await Promise.resolve()
      ended += 1
    })
    await Promise.all([sync(), sync(), sync()])
    expect(ended).toBe(2)
    await sync()
    expect(ended).toBe(3)
  })
  it('can be asked again after it failed', async () => {
    let tries = 0
    const sync = oneAtATime(async () => {
      tries += 1
      if (tries === 1) throw new Error('away')
    })
    await expect(sync()).rejects.toThrow('away')
    await sync()
    expect(tries).toBe(2)
  })
})
