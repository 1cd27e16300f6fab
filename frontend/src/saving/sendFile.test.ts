// @vitest-environment happy-dom
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { Problem } from '@/api/client'
import { sendFile } from './sendFile'

const server = { data: new Uint8Array(0), size: 0, posts: 0, fail: [] as (Error | null)[] }
const state = () => ({
  id: 'u',
  name: 'A',
  size_bytes: server.size,
  identity: 'x',
  received: server.data.length,
  whole: server.data.length === server.size,
})

vi.mock('@/api/client', async (original) => {
  const real = await original<typeof import('@/api/client')>()
  return {
    ...real,
    answered: (work: Promise<unknown>) => work,
    client: {
      GET: () => Promise.resolve(state()),
      POST: async (path: string, init: { body: { size_bytes: number } & FormData }) => {
        if (path === '/api/v1/uploads') {
          server.size = init.body.size_bytes
          return state()
        }
        server.posts += 1
        const broken = server.fail.shift()
        if (broken) throw broken
        const part = new Uint8Array(await (init.body.get('part') as Blob).arrayBuffer())
        if (Number(init.body.get('offset')) !== server.data.length) throw new Problem(409, 'elsewhere')
        const joined = new Uint8Array(server.data.length + part.length)
        joined.set(server.data)
        joined.set(part, server.data.length)
        server.data = joined
        return state()
      },
    },
  }
})

const bytes = Uint8Array.from({ length: 9_500_000 }, (_, k) => k % 251)
const file = new File([bytes], 'A')
const sending = (stopped = () => false) => ({ stopped, reached: vi.fn(), wait: () => Promise.resolve() })
const begin = (from: number) => Object.assign(server, { data: bytes.slice(0, from), posts: 0, fail: [] })

describe('a file sent in parts', () => {
  beforeEach(() => begin(0))
  it('arrives whole, part by part', async () => {
    const how = sending()
    expect((await sendFile(file, how)).whole).toBe(true)
    expect(server.posts).toBe(3)
    expect(server.data.length).toBe(bytes.length)
    expect(server.data[9_499_999]).toBe(bytes[9_499_999])
    expect(how.reached.mock.calls.map(([received]) => received)).toEqual([0, 4_000_000, 8_000_000, 9_500_000])
  })
  it('goes on from what the server has', async () => {
    begin(6_000_000)
    await sendFile(file, sending())
    expect(server.posts).toBe(1)
    expect(server.data.length).toBe(bytes.length)
  })
  it('tries again after a broken line, and gives up after four', async () => {
    server.fail = [new TypeError('line'), new Problem(0, 'no server'), new Problem(503, 'busy')]
    expect((await sendFile(file, sending())).whole).toBe(true)
    begin(0)
    server.fail = Array.from({ length: 4 }, () => new TypeError('line'))
    await expect(sendFile(file, sending())).rejects.toThrow('line')
    expect(server.posts).toBe(4)
  })
  it('says at once what the server refuses, and stops when asked', async () => {
    server.fail = [new Problem(422, 'another file')]
    await expect(sendFile(file, sending())).rejects.toThrow('another file')
    expect(server.posts).toBe(1)
    begin(0)
    let parts = 0
    const stopped = await sendFile(
      file,
      sending(() => parts++ >= 1),
    )
    expect(stopped.received).toBe(4_000_000)
  })
})
