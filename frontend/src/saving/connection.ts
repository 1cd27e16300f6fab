/** Whether the server answers, and what it says when it answers but cannot save. Asked again until all is well. */
import { getCurrentScope, onScopeDispose, ref, shallowRef } from 'vue'
import { answered, client, Problem } from '@/api/client'

const ASK_AGAIN_MS = 2500
const TRY_AGAIN_MS = 6000

/** No answer at all: the server is stopped or unreachable. */
export const serverIsAway = ref(false)
/** The server answers and fails: the disk is full, the folder read-only, the database damaged, a fault of the program. */
export const serverFails = shallowRef<Problem | null>(null)

const again = new Set<() => void>()
let asking = false
let trying = 0

/** Calls back each time it is worth trying again, as long as the calling component lives. */
export function onServerBack(callback: () => void): void {
  again.add(callback)
  if (getCurrentScope()) onScopeDispose(() => again.delete(callback))
}

export function noteAway(): void {
  serverIsAway.value = true
  if (!asking) void askUntilBack()
}

/** A write was answered: whatever failed before is over. */
export function noteWritten(): void {
  serverFails.value = null
  window.clearTimeout(trying)
  trying = 0
}

/** A write failed on the server's side; it is tried again in a while. */
export function noteFailure(problem: Problem): void {
  if (problem.isAway) {
    noteAway()
    return
  }
  serverFails.value = problem
  if (!trying) {
    trying = window.setTimeout(() => {
      trying = 0
      callAll()
    }, TRY_AGAIN_MS)
  }
}

async function askUntilBack(): Promise<void> {
  asking = true
  while (serverIsAway.value) {
    await new Promise((resolve) => setTimeout(resolve, ASK_AGAIN_MS))
    try {
      await answered(client.GET('/api/v1/session'))
      serverIsAway.value = false
    } catch (error) {
      // An answer that is a failure is an answer: the server is there.
      if (error instanceof Problem && !error.isAway) serverIsAway.value = false
    }
  }
  asking = false
  callAll()
}

function callAll(): void {
  again.forEach((callback) => callback())
}
