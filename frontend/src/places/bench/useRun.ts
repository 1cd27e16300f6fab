/** A run of a test: begun, measured as long work, its outcome; what is offered is taken with undo. */
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { answered, client, Problem } from '@/api/client'
import type { Asked, BenchRun } from '@/api/types'
import { sendFile } from '@/saving/sendFile'
import { newId } from '@/shared/ids'
import { useAsked } from '@/shared/useAsked'

const ASK_MS = 400
const UNDER_WAY = ['waiting', 'running']

export interface RunKit {
  bodyId: string
  lensId: string | null
  asked: Partial<Asked>
}

export function useRun(test: () => string, title: () => string, measured: () => void) {
  const runId = useAsked('run')
  const jobId = ref<string | null>(null)
  const failed = ref('')
  const sending = ref('')
  const stop = ref(false)

  const kept = useQuery({
    queryKey: computed(() => ['bench-run', runId.value]),
    queryFn: () => answered(client.GET('/api/v1/runs/{row_id}', { params: { path: { row_id: runId.value } } })),
    enabled: () => runId.value !== '',
    staleTime: 0,
    retry: false,
  })
  const job = useQuery({
    queryKey: computed(() => ['job', jobId.value]),
    queryFn: async () => {
      const now = await answered(client.GET('/api/v1/jobs/{job_id}', { params: { path: { job_id: jobId.value! } } }))
      if (!UNDER_WAY.includes(now.state)) await ended(now.state, now.problem)
      return now
    },
    enabled: () => jobId.value !== null,
    staleTime: 0,
    refetchInterval: (query) => (query.state.data && !UNDER_WAY.includes(query.state.data.state) ? false : ASK_MS),
  })
  const working = computed(() => jobId.value !== null)
  const share = computed(() => (job.data.value?.total ? job.data.value.done / job.data.value.total : 0))
  const run = computed<BenchRun | null>(() => (kept.data.value?.document.test === test() ? kept.data.value.document : null))

  const updated = computed(() => kept.data.value?.updated_at ?? '')

  async function ended(state: string, problem: string): Promise<void> {
    jobId.value = null
    if (state === 'failed') failed.value = problem
    await kept.refetch()
    measured()
  }
  async function guarded(work: () => Promise<unknown>): Promise<void> {
    failed.value = ''
    try {
      await work()
    } catch (error) {
      failed.value = error instanceof Problem ? error.message : String(error)
    }
  }
  async function begin(kit: RunKit, from: { seed: number } | { files: string[] }): Promise<void> {
    await guarded(async () => {
      const id = newId()
      const begun = await answered(
        client.POST('/api/v1/bench/begin', {
          body: {
            id,
            title: title(),
            test: test(),
            body_id: kit.bodyId,
            lens_id: kit.lensId,
            asked: kit.asked as Asked,
            seed: 1,
            files: [],
            ...from,
          },
        }),
      )
      runId.value = id
      jobId.value = begun.job_id
    })
  }
  /** Sends files one after the other, then measures them. Those that cannot be sent are named, and the others measured. */
  async function send(kit: RunKit, files: readonly File[]): Promise<void> {
    stop.value = false
    const sent: string[] = []
    const refused: string[] = []
    for (const [k, file] of files.entries()) {
      if (stop.value) break
      sending.value = `${file.name}, ${k + 1} of ${files.length}`
      try {
        const upload = await sendFile(file, { stopped: () => stop.value, reached: () => undefined })
        if (upload.whole) sent.push(upload.id)
      } catch (error) {
        refused.push(`${file.name}: ${(error as Error).message}`)
      }
    }
    sending.value = ''
    if (!stop.value && sent.length) await begin(kit, { files: sent })
    if (refused.length) failed.value = refused.join(' ')
  }
  const cancel = (): Promise<void> =>
    guarded(async () => {
      stop.value = true
      if (jobId.value)
        await answered(client.POST('/api/v1/jobs/{job_id}/{deed}', { params: { path: { job_id: jobId.value, deed: 'cancel' } }, body: {} as never }))
    })
  /** Notes in the run which of its offers were taken. */
  const noteTaken = (place: number): Promise<void> =>
    guarded(async () => {
      const now = kept.data.value
      if (!now || now.document.taken.includes(place)) return
      const document = { ...now.document, taken: [...now.document.taken, place] }
      await answered(
        client.PUT('/api/v1/runs/{row_id}', {
          params: { path: { row_id: now.id } },
          headers: { 'If-Match': `"${now.revision}"` },
          body: document,
        } as never),
      )
      await kept.refetch()
    })
  return { run, updated, runId, working, share, sending, failed, begin, send, cancel, noteTaken }
}
