/** One restore: sent, read by the server, looked at, chosen from, written, undone; followed by asking again and again. */
import { useQueryClient } from '@tanstack/vue-query'
import { onScopeDispose, ref, shallowRef } from 'vue'
import { answered, client, Problem } from '@/api/client'
import type { RestoredOut, RestoreJob } from '@/api/types'
import { reloadKind } from '@/saving/documents'
import { KIND_LIST } from '@/saving/kinds'

const ASK_MS = 300
const MOST_FILE_BYTES = 60_000_000
const UNDER_WAY = new Set<RestoreJob['state']>(['reading', 'writing'])

/** Lists that are asked for as they are, not made of loaded documents. */
const SHOWN_LISTS = ['bin', 'setups', 'overview', 'set-aside']

export function useRestore() {
  const queries = useQueryClient()
  const job = shallowRef<RestoreJob | null>(null)
  const past = shallowRef<RestoredOut[]>([])
  const failed = ref('')
  const said = ref('')
  const sending = ref(false)
  let timer = 0
  onScopeDispose(() => window.clearTimeout(timer))

  async function guarded(work: () => Promise<void>): Promise<void> {
    failed.value = ''
    try {
      await work()
    } catch (error) {
      failed.value = error instanceof Problem ? error.message : String(error)
    }
  }

  function follow(now: RestoreJob): void {
    job.value = now
    window.clearTimeout(timer)
    if (UNDER_WAY.has(now.state)) {
      timer = window.setTimeout(
        () => void guarded(async () => follow(await answered(client.GET('/api/v1/restores/{job_id}', { params: { path: { job_id: now.id } } })))),
        ASK_MS,
      )
    } else if (now.state === 'done') void written()
  }

  async function written(): Promise<void> {
    await Promise.all([...KIND_LIST.map(reloadKind), list(), ...SHOWN_LISTS.map((name) => queries.invalidateQueries({ queryKey: [name] }))])
  }

  async function list(): Promise<void> {
    past.value = await answered(client.GET('/api/v1/restores'))
  }

  const begin = (file: File): Promise<void> =>
    guarded(async () => {
      said.value = ''
      job.value = null
      if (file.size > MOST_FILE_BYTES) throw new Problem(413, `${file.name} is larger than a backup can be (${MOST_FILE_BYTES / 1e6} MB).`)
      const form = new FormData()
      form.append('file', file)
      sending.value = true
      try {
        follow(await answered(client.POST('/api/v1/restores', { body: form as never, bodySerializer: (body) => body as never })))
      } finally {
        sending.value = false
      }
    })

  const write = (leave: { kind: string; id: string }[]): Promise<void> =>
    guarded(async () => {
      if (job.value)
        follow(await answered(client.POST('/api/v1/restores/{job_id}/apply', { params: { path: { job_id: job.value.id } }, body: { leave } })))
    })

  const giveUp = (): Promise<void> =>
    guarded(async () => {
      if (!job.value) return
      await answered(client.DELETE('/api/v1/restores/{job_id}', { params: { path: { job_id: job.value.id } } }))
      window.clearTimeout(timer)
      job.value = null
      said.value = 'Given up: nothing was changed.'
    })

  const undo = (id: string): Promise<void> =>
    guarded(async () => {
      const { stays } = await answered(
        client.POST('/api/v1/restores/{restored_id}/undo', { params: { path: { restored_id: id } }, body: {} as never }),
      )
      said.value = stays.length
        ? `Undone. Edited since, and therefore left as it is: ${stays.join(', ')}.`
        : 'Undone: everything is as it was before.'
      job.value = null
      await written()
    })

  void guarded(list)
  return { job, past, failed, said, sending, begin, write, giveUp, undo }
}
