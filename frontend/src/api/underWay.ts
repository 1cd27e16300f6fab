/** Answers that take their time: whoever waits longer than a second sees that something is being done. */
import { computed, ref } from 'vue'

export const SAID_AFTER_MS = 1000
const slow = ref(0)
export const isWorking = computed(() => slow.value > 0)

/** The call's own outcome; while it lasts beyond a second it counts as work under way. */
export async function watched<T>(call: Promise<T>): Promise<T> {
  let counted = false
  const timer = setTimeout(() => {
    counted = true
    slow.value += 1
  }, SAID_AFTER_MS)
  try {
    return await call
  } finally {
    clearTimeout(timer)
    if (counted) slow.value -= 1
  }
}
