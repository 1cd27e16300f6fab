/**
 * The simulated frame: half-size while something moves, full size once it rests. A newer wish abandons the older one,
 * also on the server; the last picture stays on screen meanwhile.
 */
import { isCancelledError, useQueryClient } from '@tanstack/vue-query'
import { onScopeDispose, ref, shallowRef, watch } from 'vue'
import { answered, client, Problem } from '@/api/client'
import type { FrameOut, RenderRequest } from '@/api/types'
import { noteAway, onServerBack } from '@/saving/connection'

type FrameKey = ['frame', RenderRequest]

const KEPT_MS = 10_000 // back and forth on a ruler shows the same frames
const HALF_PX = 480
const REST_MS = 180

export async function fetchFrame(asked: RenderRequest, signal?: AbortSignal): Promise<FrameOut> {
  return answered(client.POST('/api/v1/render', { body: asked, signal }))
}

export function useFrame(asked: () => RenderRequest | null, fullPx: () => number) {
  const frame = shallowRef<FrameOut | null>(null)
  const problem = shallowRef<Problem | null>(null)
  const waiting = ref(false)
  const queries = useQueryClient()
  let running: FrameKey | null = null
  let rest = 0

  function abandon(): void {
    if (running) void queries.cancelQueries({ queryKey: running, exact: true })
    running = null
  }

  async function take(wanted: RenderRequest, widthPx: number): Promise<void> {
    abandon()
    const request: RenderRequest = { ...wanted, look: { ...wanted.look, width_px: widthPx } }
    const mine: FrameKey = ['frame', request]
    running = mine
    waiting.value = true
    try {
      const queryFn = ({ signal }: { signal: AbortSignal }): Promise<FrameOut> => fetchFrame(request, signal)
      const answer = await queries.fetchQuery({ queryKey: mine, queryFn, retry: false, staleTime: KEPT_MS, gcTime: KEPT_MS })
      if (running === mine) {
        frame.value = answer
        problem.value = null
      }
    } catch (error) {
      if (running !== mine || isCancelledError(error)) return
      if (!(error instanceof Problem)) throw error
      if (error.isAway) noteAway()
      else problem.value = error
    } finally {
      if (running === mine) waiting.value = false
    }
  }

  function ask(wanted: RenderRequest | null): void {
    window.clearTimeout(rest)
    if (!wanted) return
    const full = fullPx()
    if (wanted.look?.crop || full <= HALF_PX) {
      void take(wanted, full)
      return
    }
    void take(wanted, HALF_PX)
    rest = window.setTimeout(() => void take(wanted, full), REST_MS)
  }

  watch(asked, ask, { immediate: true })
  onServerBack(() => ask(asked()))
  onScopeDispose(() => {
    window.clearTimeout(rest)
    abandon()
  })
  return { frame, problem, waiting }
}
