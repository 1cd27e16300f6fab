/** Long work of a shoot, asked for again while any of it is under way. */
import { useQuery } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { answered, client, Problem } from '@/api/client'
import type { JobOut } from '@/api/types'

export type Files = 'jpeg' | 'raw' | 'both'
const ASK_MS = 700
const UNDER_WAY: readonly JobOut['state'][] = ['waiting', 'running']

export function useJobs(shootId: () => string, ended: () => void) {
  const failed = ref('')
  const found = useQuery({
    queryKey: computed(() => ['jobs', shootId()]),
    queryFn: () => answered(client.GET('/api/v1/jobs', { params: { query: { shoot_id: shootId() } } })),
    staleTime: 0,
    refetchInterval: (query) => (query.state.data?.items.some((job) => UNDER_WAY.includes(job.state)) ? ASK_MS : false),
  })
  const items = computed(() => found.data.value?.items ?? [])
  const underWay = computed(() => items.value.filter((job) => UNDER_WAY.includes(job.state) || job.state === 'paused'))
  const last = computed(() => items.value[0] ?? null)
  watch(
    () => items.value.filter((job) => UNDER_WAY.includes(job.state)).length,
    (now, before) => now < before && ended(),
  )
  async function guarded(work: () => Promise<unknown>): Promise<void> {
    failed.value = ''
    try {
      await work()
    } catch (error) {
      failed.value = error instanceof Problem ? error.message : String(error)
    }
    await found.refetch()
  }
  const path = () => ({ params: { path: { shoot_id: shootId() } } })
  const play = (seed: number, frames: number, files: Files) =>
    guarded(() => answered(client.POST('/api/v1/jobs/play/{shoot_id}', { ...path(), body: { seed, frames, files } })))
  const readFolder = (folder: string, location: boolean) =>
    guarded(() => answered(client.POST('/api/v1/jobs/import/{shoot_id}', { ...path(), body: { folder, location, previews: true } })))
  const deed = (job: JobOut, what: 'cancel' | 'pause' | 'go-on') =>
    guarded(() => answered(client.POST('/api/v1/jobs/{job_id}/{deed}', { params: { path: { job_id: job.id, deed: what } }, body: {} as never })))
  return { items, underWay, last, failed, play, readFolder, deed }
}
