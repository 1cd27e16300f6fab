// @vitest-environment happy-dom
/** Pacing: one request in flight, the latest wins, the last answer stays; the cache answers what was asked before. */
import { QueryClient, VueQueryPlugin } from '@tanstack/vue-query'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { createApp, effectScope, type EffectScope, nextTick, ref } from 'vue'
import { Problem } from '@/api/problem'
import * as connection from '@/saving/connection'
import { useLatest } from './useLatest'

type Answering = { question: string; give: (answer: string) => void; fail: (error: unknown) => void }

let scope: EffectScope
let queries: QueryClient
let asked: Answering[]
let back: () => void

function ask(question: string): Promise<string> {
  return new Promise((give, fail) => asked.push({ question, give, fail }))
}
async function settle(): Promise<void> {
  for (let k = 0; k < 6; k++) await new Promise((next) => setTimeout(next, 0))
}
function live(question: () => string | null, keptMs?: number, name = 'plan') {
  const app = createApp({}).use(VueQueryPlugin, { queryClient: queries })
  return app.runWithContext(() => scope.run(() => useLatest(name, question, ask, keptMs))!)
}
function refusal(status: number, detail: string): Problem {
  return new Problem(status, detail)
}

beforeEach(() => {
  scope = effectScope()
  queries = new QueryClient()
  asked = []
  vi.spyOn(connection, 'onServerBack').mockImplementation((callback) => void (back = callback))
})
afterEach(() => {
  scope.stop()
  queries.clear()
})

describe('a live answer', () => {
  it('is asked for at once, and waits until it is there', async () => {
    const { answer, waiting } = live(() => 'noon')
    await settle()
    expect([asked.map((each) => each.question), answer.value, waiting.value]).toEqual([['noon'], null, true])
    asked[0]!.give('bright')
    await settle()
    expect([answer.value, waiting.value]).toEqual(['bright', false])
  })

  it('has one request in flight: of all that came meanwhile only the last is asked', async () => {
    const question = ref('one')
    const { answer } = live(() => question.value)
    await settle()
    for (const next of ['two', 'three', 'four']) {
      question.value = next
      await nextTick()
    }
    expect(asked.map((each) => each.question)).toEqual(['one'])
    asked[0]!.give('first')
    await settle()
    expect(answer.value).toBe('first') // what is known meanwhile is shown
    expect(asked.map((each) => each.question)).toEqual(['one', 'four'])
    asked[1]!.give('last')
    await settle()
    expect(answer.value).toBe('last')
  })

  it('stays while the next one is on its way', async () => {
    const question = ref('one')
    const { answer } = live(() => question.value)
    await settle()
    asked[0]!.give('first')
    await settle()
    question.value = 'two'
    await settle()
    expect(answer.value).toBe('first')
  })

  it('goes when there is nothing to ask, also when its answer arrives afterwards', async () => {
    const question = ref<string | null>('one')
    const { answer, problem } = live(() => question.value)
    await settle()
    question.value = null
    await settle()
    asked[0]!.give('too late')
    await settle()
    expect([answer.value, problem.value]).toEqual([null, null])
  })
})

describe('what was asked before', () => {
  it('is answered from memory, also for another who asks the same', async () => {
    const question = ref('one')
    const { answer } = live(() => question.value)
    await settle()
    asked[0]!.give('first')
    await settle()
    question.value = 'two'
    await settle()
    asked[1]!.give('second')
    await settle()
    question.value = 'one'
    await settle()
    expect([answer.value, asked.length]).toEqual(['first', 2])
    const other = live(() => 'two')
    await settle()
    expect([other.answer.value, asked.length]).toEqual(['second', 2])
  })

  it('is asked anew where it hangs on more than the question', async () => {
    const question = ref('one')
    live(() => question.value, 0, 'framing')
    for (const next of ['two', 'one']) {
      await settle()
      asked.at(-1)!.give('an answer')
      await settle()
      question.value = next
    }
    await settle()
    expect(asked.map((each) => each.question)).toEqual(['one', 'two', 'one'])
  })

  it('is kept apart by the kind of question', async () => {
    live(() => 'one')
    live(() => 'one', undefined, 'rehearsal')
    await settle()
    expect(asked).toHaveLength(2)
  })

  it('is forgotten when the cache is cleared, as by a change of unit', async () => {
    const first = live(() => 'one')
    await settle()
    asked[0]!.give('in metres')
    await settle()
    queries.clear()
    const second = live(() => 'one')
    await settle()
    asked[1]!.give('in feet')
    await settle()
    expect([first.answer.value, second.answer.value]).toEqual(['in metres', 'in feet'])
  })
})

describe('a cleared cache', () => {
  it('has what was on its way asked anew', async () => {
    const { answer } = live(() => 'one')
    await settle()
    queries.clear()
    await settle()
    expect(asked).toHaveLength(2)
    asked[1]!.give('anew')
    await settle()
    expect(answer.value).toBe('anew')
  })

  it('asks nothing for a place that was left', async () => {
    live(() => 'one')
    await settle()
    scope.stop()
    queries.clear()
    await settle()
    expect(asked).toHaveLength(1)
  })
})

describe('what goes wrong', () => {
  it('is said, with the last answer still on screen, and not asked a second time', async () => {
    const question = ref('one')
    const { answer, problem } = live(() => question.value)
    await settle()
    asked[0]!.give('first')
    await settle()
    question.value = 'two'
    await settle()
    asked[1]!.fail(refusal(422, 'This cannot be.'))
    await settle()
    expect([answer.value, problem.value?.message, asked.length]).toEqual(['first', 'This cannot be.', 2])
    question.value = 'three'
    await settle()
    asked[2]!.give('third')
    await settle()
    expect([answer.value, problem.value]).toEqual(['third', null])
  })

  it('is asked again once the server is back', async () => {
    const noted = vi.spyOn(connection, 'noteAway').mockImplementation(() => undefined)
    const { answer, problem } = live(() => 'one')
    await settle()
    asked[0]!.fail(new Problem(0, 'No answer.'))
    await settle()
    expect([noted.mock.calls.length, problem.value]).toEqual([1, null])
    back()
    await settle()
    asked[1]!.give('there again')
    await settle()
    expect(answer.value).toBe('there again')
  })
})
