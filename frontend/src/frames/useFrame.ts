/**
 * The simulated frame: half-size while something moves, full size once it rests. A newer wish abandons the older one,
 * also on the server; the last picture stays on screen meanwhile.
 */
import { onScopeDispose, ref, shallowRef, watch } from 'vue'
import { answered, client, Problem } from '@/api/client'
import type { FrameOut, RenderRequest } from '@/api/types'
import { noteAway, onServerBack } from '@/saving/connection'

const HALF_PX = 480
const REST_MS = 180

export async function fetchFrame(asked: RenderRequest, signal?: AbortSignal): Promise<FrameOut> {
  return answered(client.POST('/api/v1/render', { body: asked, signal }))
}

export function useFrame(asked: () => RenderRequest | null, fullPx: () => number) {
  const frame = shallowRef<FrameOut | null>(null)
  const problem = shallowRef<Problem | null>(null)
  const waiting = ref(false)
  let running: AbortController | null = null
  let rest = 0

  async function take(wanted: RenderRequest, widthPx: number): Promise<void> {
    running?.abort()
    const mine = new AbortController()
    running = mine
    waiting.value = true
    try {
      const answer = await fetchFrame({ ...wanted, look: { ...wanted.look, width_px: widthPx } }, mine.signal)
      if (running === mine) {
        frame.value = answer
        problem.value = null
      }
    } catch (error) {
      if (running !== mine || (error instanceof DOMException && error.name === 'AbortError')) return
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
    running?.abort()
  })
  return { frame, problem, waiting }
}
