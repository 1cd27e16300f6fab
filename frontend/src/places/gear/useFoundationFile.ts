/** A foundation goes out as a file, and comes in from one; what was not taken is told. */
import { ref } from 'vue'
import { answered, client, Problem } from '@/api/client'
import type { FoundationDocument } from '@/api/types'
import { edit } from '@/saving/undo'
import { download } from '@/shared/download'
import { readText } from '@/shared/readText'

export function useFoundationFile(show: (id: string) => void) {
  const said = ref('')
  const leftOut = ref<string[]>([])

  async function guarded(work: () => Promise<void>): Promise<void> {
    said.value = ''
    leftOut.value = []
    try {
      await work()
    } catch (error) {
      said.value = error instanceof Problem ? error.message : String(error)
    }
  }
  const save = (document: FoundationDocument): Promise<void> =>
    guarded(async () => {
      const { text } = await answered(client.POST('/api/v1/gear/foundation-file', { body: document }))
      download(`${document.title.replaceAll(/[^\p{L}\p{N} -]/gu, '')}.json`, text, 'application/json')
    })
  const read = (file: File): Promise<void> =>
    guarded(async () => {
      const found = await answered(client.POST('/api/v1/gear/foundation-read', { body: { text: await readText(file) } }))
      edit('foundations', found.document)
      show(found.document.id)
      leftOut.value = found.left_out
      said.value = `“${found.document.title}” was read${found.left_out.length ? `; ${found.left_out.length} of it could not be taken` : ''}.`
    })
  return { said, leftOut, save, read }
}
