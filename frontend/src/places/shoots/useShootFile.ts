/** A shoot goes out as one file, with its situations, kit, words and packing, and comes in from one; what was not taken is told. */
import { answered, client } from '@/api/client'
import type { Shoot } from '@/api/types'
import { edit, together } from '@/saving/undo'
import { download } from '@/shared/download'
import { readText } from '@/shared/readText'
import { useReport } from '@/shared/useReport'

export function useShootFile(show: (id: string) => void) {
  const { said, leftOut, guarded } = useReport()
  const save = (shoot: Shoot): Promise<void> =>
    guarded(async () => {
      const whole = await answered(client.GET('/api/v1/shoots/{shoot_id}/file', { params: { path: { shoot_id: shoot.id } } }))
      download(`${shoot.title.replaceAll(/[^\p{L}\p{N} -]/gu, '')}.shoot.json`, JSON.stringify(whole, null, 1), 'application/json')
    })
  const read = (file: File): Promise<void> =>
    guarded(async () => {
      const { document: found, left_out } = await answered(client.POST('/api/v1/shoots/file-read', { body: { text: await readText(file) } }))
      together(`reading “${found.shoot.title}” from a file`, () => {
        for (const each of found.bodies ?? []) edit('bodies', each)
        for (const each of found.lenses ?? []) edit('lenses', each)
        for (const each of found.foundations ?? []) edit('foundations', each)
        for (const each of found.phrasebooks ?? []) edit('phrasebooks', each)
        edit('shoots', found.shoot)
        for (const each of found.situations ?? []) edit('situations', each)
        for (const each of found.packings ?? []) edit('packings', each)
      })
      leftOut.value = left_out
      const count = found.situations?.length ?? 0
      said.value = `“${found.shoot.title}” was read with ${count} ${count === 1 ? 'situation' : 'situations'}${left_out.length ? '; not taken:' : '.'}`
      show(found.shoot.id)
    })
  return { said, leftOut, save, read }
}
