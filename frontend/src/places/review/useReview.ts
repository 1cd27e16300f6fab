/** A shoot read back: asked for, asked again after every change, with what can be done to it. */
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { useDebounceFn } from '@vueuse/core'
import { computed, ref, shallowRef } from 'vue'
import { answered, client, Problem } from '@/api/client'
import type { AdvisedChange, Fault, FrameSummary, ReviewDocument } from '@/api/types'
import { reloadKind } from '@/saving/documents'
import { noteDeed } from '@/saving/undo'

interface Changed {
  rating: number | null
  fault: Fault | null
  situation_id: string | null
  apart: boolean
}

export function useReview(shootId: () => string) {
  const queries = useQueryClient()
  const failed = ref('')
  const found = useQuery({
    queryKey: computed(() => ['review', shootId()]),
    queryFn: () => answered(client.GET('/api/v1/review/{shoot_id}', { params: { path: { shoot_id: shootId() } } })),
    staleTime: 0,
  })
  const read = computed(() => found.data.value ?? null)

  async function again(): Promise<void> {
    await queries.invalidateQueries({ queryKey: ['review', shootId()] })
  }
  /** Verdicts come by the second; the whole shoot is read anew once they pause. */
  const againSoon = useDebounceFn(again, 600, { maxWait: 4000 })
  async function guarded<T>(work: () => Promise<T>): Promise<T | null> {
    failed.value = ''
    try {
      return await work()
    } catch (error) {
      failed.value = error instanceof Problem ? error.message : String(error)
      return null
    }
  }

  /** What an accepted advice changed is loaded anew, so that the plan shows it. */
  async function changed(): Promise<void> {
    await Promise.all([reloadKind('foundations'), reloadKind('situations'), reloadKind('bodies'), again()])
  }
  const path = () => ({ params: { path: { shoot_id: shootId() } } })

  /** A deed with its way back, which may need what the deed told. */
  async function deed<T>(label: string, tell: () => Promise<T>, after: () => unknown, back: (told: T) => Promise<unknown>): Promise<T | null> {
    const doing = guarded(tell)
    noteDeed({
      label,
      doing: doing.then((told) => told !== null),
      undo: async () => {
        const told = await doing
        if (told !== null) await guarded(async () => (await back(told), await after()))
      },
      redo: async () => void (await guarded(async () => (await tell(), await after()))),
    })
    const told = await doing
    if (told !== null) await after()
    return told
  }

  async function answer(advice: AdvisedChange, how: 'accepted' | 'declined', because = ''): Promise<void> {
    await deed(
      `${how === 'accepted' ? 'Accept' : 'Decline'}: ${advice.title}`,
      () => answered(client.POST('/api/v1/review/{shoot_id}/answer', { ...path(), body: { advice: advice.id, answer: how, because } })),
      changed,
      () => answered(client.POST('/api/v1/review/{shoot_id}/take-back', { ...path(), body: { advice: advice.id } })),
    )
  }
  async function takeBack(advice: string): Promise<void> {
    await guarded(async () => {
      await answered(client.POST('/api/v1/review/{shoot_id}/take-back', { ...path(), body: { advice } }))
      await changed()
    })
  }

  /** The same change to some frames, undone in one step. */
  async function change(ids: string[], values: Partial<Changed>, label: string): Promise<void> {
    const body = { ids, change: Object.keys(values), ...values }
    await deed(
      label,
      () => answered(client.POST('/api/v1/frames/change', { body: body as never })),
      () => void againSoon(),
      ({ before }) => answered(client.POST('/api/v1/frames/restore', { body: { before: before as never } })),
    )
  }

  /** Decisions are one small document; two tabs that write it at once are told. */
  async function decide(next: (now: ReviewDocument) => ReviewDocument): Promise<void> {
    const now = read.value
    if (!now) return
    await guarded(async () => {
      const headers = now.revision === null ? { 'If-None-Match': '*' } : { 'If-Match': `"${now.revision}"` }
      await answered(
        client.PUT('/api/v1/reviews/{row_id}', { params: { path: { row_id: now.decisions.id } }, headers, body: next(now.decisions) } as never),
      )
      await again()
    })
  }

  async function removeAll(): Promise<void> {
    await deed(
      'Delete the frames of this shoot',
      () => answered(client.DELETE('/api/v1/frames/of/{shoot_id}', where())),
      again,
      () => answered(client.POST('/api/v1/frames/of/{shoot_id}/back', { ...where(), body: {} as never })),
    )
  }

  const where = () => ({ params: { path: { shoot_id: shootId() } } })
  const bringBack = (): Promise<unknown> =>
    guarded(async () => (await answered(client.POST('/api/v1/frames/of/{shoot_id}/back', { ...where(), body: {} as never })), await again()))
  const removeForGood = (): Promise<unknown> =>
    guarded(async () => (await answered(client.DELETE('/api/v1/frames/of/{shoot_id}/for-good', where())), await again()))

  const named = shallowRef<FrameSummary[]>([])
  async function show(ids: readonly string[]): Promise<void> {
    await guarded(async () => {
      const rows = await answered(client.POST('/api/v1/frames/named', { body: ids.slice(0, 200) as string[] }))
      const order = new Map(ids.map((id, k) => [id, k]))
      named.value = [...rows].sort((a, b) => order.get(a.id)! - order.get(b.id)!)
    })
  }

  return {
    read,
    problem: found.error,
    loading: found.isPending,
    failed,
    again,
    answer,
    takeBack,
    change,
    decide,
    removeAll,
    bringBack,
    removeForGood,
    named,
    show,
  }
}
