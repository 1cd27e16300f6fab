/** What became of something that was read or written: a sentence, and each thing of it that was not taken. */
import { ref } from 'vue'
import { Problem } from '@/api/client'

export function useReport() {
  const said = ref('')
  const leftOut = ref<string[]>([])

  /** Does it; what fails is said. */
  async function guarded(work: () => Promise<void>): Promise<void> {
    said.value = ''
    leftOut.value = []
    try {
      await work()
    } catch (error) {
      said.value = error instanceof Problem ? error.message : String(error)
    }
  }
  return { said, leftOut, guarded }
}
