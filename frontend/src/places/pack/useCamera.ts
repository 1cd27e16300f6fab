/** A simulated camera per body, kept while the place is open; every deed is the server's answer. */
import { ref, shallowRef, watch } from 'vue'
import { answered, client, Problem } from '@/api/client'
import type { Body, CameraAction, CameraState, Outcome, Phrasebook, RouteStep, SimulatedCamera } from '@/api/types'

export interface Said {
  text: string
  refused: boolean
}

export function useCamera(body: () => Body | null, book: () => Phrasebook | null, state: () => CameraState | null) {
  const camera = shallowRef<SimulatedCamera | null>(null)
  const said = ref<Said[]>([])
  const busy = ref(false)

  async function take(): Promise<void> {
    const [itsBody, itsState] = [body(), state()]
    camera.value = null
    said.value = []
    if (itsBody && itsState) camera.value = await answered(client.POST('/api/v1/camera/new', { body: { body: itsBody, state: itsState } }))
  }

  async function send(what: { action: CameraAction } | { step: RouteStep }): Promise<Outcome | null> {
    const itsBody = body()
    if (!itsBody || !camera.value) return null
    busy.value = true
    try {
      const outcome = await answered(
        client.POST('/api/v1/camera/act', { body: { body: itsBody, book: book(), camera: camera.value, action: null, step: null, ...what } }),
      )
      camera.value = outcome.camera
      said.value = [{ text: outcome.said, refused: outcome.refused ?? false }, ...said.value].slice(0, 8)
      return outcome
    } catch (error) {
      said.value = [{ text: error instanceof Problem ? error.message : String(error), refused: true }, ...said.value].slice(0, 8)
      return null
    } finally {
      busy.value = false
    }
  }
  const act = (action: Partial<CameraAction> & Pick<CameraAction, 'deed'>): Promise<Outcome | null> =>
    send({ action: { target: '', value: null, way: null, clicks: 0, name: '', ...action } as CameraAction })
  const step = (one: RouteStep): Promise<Outcome | null> => send({ step: one })

  /** Walks steps until one is refused; answers how many were done. */
  async function follow(steps: RouteStep[]): Promise<number> {
    const itsBody = body()
    if (!itsBody || !camera.value) return 0
    busy.value = true
    try {
      const found = await answered(client.POST('/api/v1/camera/follow', { body: { body: itsBody, book: book(), camera: camera.value, steps } }))
      camera.value = found.camera
      const texts = found.said.map((text, k) => ({ text, refused: found.refused && k === found.said.length - 1 }))
      said.value = [...texts.reverse(), ...said.value].slice(0, 8)
      return found.walked
    } catch (error) {
      said.value = [{ text: error instanceof Problem ? error.message : String(error), refused: true }, ...said.value].slice(0, 8)
      return 0
    } finally {
      busy.value = false
    }
  }

  watch(
    () => body()?.id,
    () => void take().catch(() => undefined),
    { immediate: true },
  )
  return { camera, said, busy, act, step, follow, take }
}

export type InHand = ReturnType<typeof useCamera>
