/** Whether the server answers. While it is away, it is asked every few seconds and edits wait. */
import { getCurrentScope, onScopeDispose, ref } from 'vue'
import { answered, client } from '@/api/client'

const ASK_AGAIN_MS = 2500

export const serverIsAway = ref(false)

const whenBack = new Set<() => void>()
let asking = false

/** Calls back each time the server is back after having been away, as long as the calling component lives. */
export function onServerBack(callback: () => void): void {
  whenBack.add(callback)
  if (getCurrentScope()) onScopeDispose(() => whenBack.delete(callback))
}

export function noteAway(): void {
  serverIsAway.value = true
  if (!asking) void askUntilBack()
}

async function askUntilBack(): Promise<void> {
  asking = true
  while (serverIsAway.value) {
    await new Promise((resolve) => setTimeout(resolve, ASK_AGAIN_MS))
    try {
      await answered(client.GET('/api/v1/session'))
      serverIsAway.value = false
    } catch {
      continue
    }
  }
  asking = false
  whenBack.forEach((callback) => callback())
}
