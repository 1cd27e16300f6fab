/** A body or a foundation goes out as a file, and comes in from one; what was not taken is told. */
import { answered, client } from '@/api/client'
import type { Documents } from '@/saving/kinds'
import { edit } from '@/saving/undo'
import { download } from '@/shared/download'
import { readText } from '@/shared/readText'
import { useReport } from '@/shared/useReport'

interface Way<K extends 'bodies' | 'foundations'> {
  name: (document: Documents[K]) => string
  write: (document: Documents[K]) => Promise<{ text: string }>
  read: (text: string) => Promise<{ document: Documents[K]; left_out: string[] }>
}
const WAYS: { [K in 'bodies' | 'foundations']: Way<K> } = {
  bodies: {
    name: (body) => body.name,
    write: (body) => answered(client.POST('/api/v1/gear/body-file', { body })),
    read: (text) => answered(client.POST('/api/v1/gear/body-read', { body: { text } })),
  },
  foundations: {
    name: (own) => own.title,
    write: (body) => answered(client.POST('/api/v1/gear/foundation-file', { body })),
    read: (text) => answered(client.POST('/api/v1/gear/foundation-read', { body: { text } })),
  },
}

export function useKitFile<K extends 'bodies' | 'foundations'>(kind: K, show: (id: string) => void = () => undefined) {
  const way: Way<K> = WAYS[kind]
  const { said, leftOut, guarded } = useReport()
  const save = (document: Documents[K]): Promise<void> =>
    guarded(async () => {
      const { text } = await way.write(document)
      download(`${way.name(document).replaceAll(/[^\p{L}\p{N} -]/gu, '')}.json`, text, 'application/json')
    })
  const read = (file: File): Promise<void> =>
    guarded(async () => {
      const found = await way.read(await readText(file))
      edit(kind, found.document)
      show(found.document.id)
      leftOut.value = found.left_out
      const lost = found.left_out.length
      said.value = `“${way.name(found.document)}” was read${lost ? `; ${lost} of it could not be taken` : ''}.`
    })
  return { said, leftOut, save, read }
}
