// @vitest-environment happy-dom
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, nextTick, ref } from 'vue'
import type { DrillOut } from '@/api/types'
import { useDrill } from './useDrill'

type Asked = { kind: string; body: string | undefined }
const asked: Asked[] = []
const sent: { kind: string; body_id?: string }[] = []

vi.mock('@/api/client', async (original) => ({
  ...(await original<typeof import('@/api/client')>()),
  answered: (work: Promise<unknown>) => work,
  client: {
    GET: (_: string, init: { params: { path: { kind: string }; query: { seed: number; body_id?: string } } }) => {
      const { path, query } = init.params
      asked.push({ kind: path.kind, body: query.body_id })
      if (path.kind === 'broken') return Promise.reject(new Error('no scene'))
      return Promise.resolve({ kind: path.kind, seed: query.seed, question: query.body_id } as DrillOut)
    },
    POST: (_: string, init: { body: { kind: string; body_id?: string } }) => {
      sent.push(init.body)
      return Promise.resolve({ right: true, stops: 0, reason: '' })
    },
  },
}))

const settled = async (): Promise<void> => {
  for (let k = 0; k < 6; k++) await nextTick()
}
function practising(first = 'kelvin') {
  const kind = ref(first)
  const body = ref<string | null>('old')
  const due = ref<string | null>(null)
  const used = effectScope().run(() =>
    useDrill(
      () => kind.value,
      () => body.value,
      () => due.value,
      () => undefined,
    ),
  )!
  return { kind, body, due, ...used }
}

describe('one drill after the other', () => {
  beforeEach(() => {
    asked.length = sent.length = 0
  })
  it('asks for the next one while this one is thought about, and shows it without asking again', async () => {
    const { drill, next } = practising()
    await settled()
    expect(asked).toHaveLength(2)
    const first = drill.value!.seed
    await next()
    expect(drill.value!.seed).not.toBe(first)
    expect(asked).toHaveLength(3)
  })
  it('never shows a drill that was drawn for another body, and scores each by its own', async () => {
    const { drill, body, answer } = practising()
    await settled()
    body.value = 'new'
    void answer({ number: 1 })
    await settled()
    expect(drill.value!.question).toBe('new')
    expect(sent).toMatchObject([{ body_id: 'old' }])
  })
  it('has the kind that is due ready once an answer is scored', async () => {
    const { drill, kind, due, answer } = practising()
    await settled()
    due.value = 'histogram'
    await settled()
    expect(asked.filter((each) => each.kind === 'histogram')).toHaveLength(0)
    await answer({ number: 5000 })
    await settled()
    expect(asked.filter((each) => each.kind === 'histogram')).toHaveLength(1)
    kind.value = 'histogram'
    await settled()
    expect(drill.value!.kind).toBe('histogram')
    expect(asked.filter((each) => each.kind === 'histogram')).toHaveLength(2) // the second is the one after it
  })
  it('says what went wrong, and asks anew when told to', async () => {
    const { failed, next, kind } = practising('broken')
    await settled()
    expect(failed.value).toContain('no scene')
    kind.value = 'kelvin'
    await settled()
    expect(failed.value).toBe('')
    kind.value = 'broken'
    await settled()
    const before = asked.length
    await next()
    expect(asked.length).toBe(before + 1)
  })
})
