/** Kit from what people have at hand: classes to begin with, a lens's line, a sheet's text. Each is read by the server. */
import { shallowRef } from 'vue'
import { answered, client, Problem } from '@/api/client'
import type { Body, Lens, ReadSheet, StartingKit } from '@/api/types'

export const NO_LENS = 'Name focal length and aperture, like 70–200 mm f/2.8.'

/** The classes; null until they are here. failed: called with the reason when they cannot be had. */
export function useStartingKit(failed: (reason: string) => void) {
  const kit = shallowRef<StartingKit | null>(null)
  answered(client.GET('/api/v1/gear/starting'))
    .then((found) => (kit.value = found))
    .catch((error: Error) => failed(error.message))
  return kit
}

export const readSheet = (text: string, body: Body): Promise<ReadSheet> => answered(client.POST('/api/v1/gear/sheet', { body: { text, body } }))

/** The lens a line names, or what is wrong with it; neither for an empty line. */
export async function readLensLine(text: string): Promise<{ lens: Lens | null; wrong: string }> {
  if (!text.trim()) return { lens: null, wrong: '' }
  try {
    return { lens: await answered(client.POST('/api/v1/gear/lens-line', { body: { text } })), wrong: '' }
  } catch (error) {
    return { lens: null, wrong: error instanceof Problem && error.status === 422 ? NO_LENS : (error as Error).message }
  }
}
