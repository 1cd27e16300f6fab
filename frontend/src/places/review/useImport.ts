/**
 * Bringing frames in from this computer: each file's identity is reckoned here, and the server asks for the bytes it wants to read.
 * No rule about metadata lives here; a file is never sent whole.
 */
import { computed, onScopeDispose, ref } from 'vue'
import { client, Problem, stored } from '@/api/client'
import { identityOf } from '@/shared/fileIdentity'
import { type Brought, withSidecars } from './broughtFiles'
import { smallPicture } from './smallPicture'

const FIRST_SENT = 64 * 1024
const AT_ONCE = 24
const MOST_ROUNDS = 24
const MOST_SIDECAR = 1_000_000
const AGAIN_MS = 2000
const MOST_TOLD = 200

interface Offer extends Brought {
  identity: string
  parts: { offset: number; data: Blob }[]
  preview: Blob | null
}

export function useImport(shootId: () => string, arrived: () => void) {
  const total = ref(0)
  const done = ref(0)
  const taken = ref(0)
  const known = ref(0)
  const refused = ref<{ name: string; reason: string }[]>([])
  const refusals = ref(0)
  const state = ref<'idle' | 'running' | 'paused' | 'done' | 'cancelled'>('idle')
  const failed = ref('')
  const location = ref(false)
  const previews = ref(true)
  let waiting: Brought[] = []
  let stopped = false
  onScopeDispose(() => (stopped = true))

  async function offer(brought: Brought): Promise<Offer> {
    const { file } = brought
    return {
      ...brought,
      identity: await identityOf(file),
      parts: [{ offset: 0, data: file.slice(0, FIRST_SENT) }],
      preview: previews.value ? await smallPicture(file) : null,
    }
  }

  async function ask(offers: Offer[]) {
    const form = new FormData()
    let uploads = 0
    const add = (data: Blob): number => (form.append('uploads', data, 'part'), uploads++)
    const files = offers.map((each) => ({
      name: each.file.name.slice(0, 255),
      folder: each.folder.slice(0, 1000),
      size: each.file.size,
      identity: each.identity,
      parts: each.parts.map((part) => ({ offset: part.offset, upload: add(part.data) })),
      sidecar: each.sidecar && each.sidecar.size <= MOST_SIDECAR ? add(each.sidecar) : null,
      preview: each.preview ? add(each.preview) : null,
    }))
    form.append('asked', JSON.stringify({ shoot_id: shootId(), location: location.value, files }))
    const { files: answers } = await stored(client.POST('/api/v1/frames/read', { body: form as never, bodySerializer: (body) => body as never }))
    return answers
  }

  function tell(name: string, reason: string): void {
    refusals.value += 1
    if (refused.value.length < MOST_TOLD) refused.value.push({ name, reason })
  }

  async function bring(batch: Brought[]): Promise<void> {
    let offers: Offer[] = []
    for (const each of batch) {
      try {
        offers.push(await offer(each))
      } catch {
        tell(each.file.name, 'The browser cannot read it any more: it was moved or changed.')
      }
    }
    for (let round = 0; offers.length && round < MOST_ROUNDS; round += 1) {
      const answers = await ask(offers)
      const next: Offer[] = []
      offers.forEach((each, k) => {
        const answer = answers[k]!
        if (answer.state === 'taken') taken.value += 1
        else if (answer.state === 'known') known.value += 1
        else if (answer.state === 'refused') tell(each.file.name, answer.reason)
        else {
          const data = each.file.slice(answer.offset, answer.offset + answer.count)
          next.push({ ...each, parts: [...each.parts, { offset: answer.offset, data }] })
        }
      })
      offers = next
    }
    offers.forEach((each) => tell(each.file.name, 'It asked for more and more bytes.'))
  }

  async function run(): Promise<void> {
    state.value = 'running'
    failed.value = ''
    while (waiting.length && !stopped) {
      if ((state.value as string) !== 'running') return
      const batch = waiting.slice(0, AT_ONCE)
      try {
        await bring(batch)
      } catch (error) {
        failed.value = error instanceof Problem ? error.message : String(error)
        if (error instanceof Problem && (error.isAway || error.isFailure)) {
          await new Promise((resolve) => window.setTimeout(resolve, AGAIN_MS))
          continue // the same files again: what arrived is known
        }
        state.value = 'paused'
        return
      }
      failed.value = ''
      waiting = waiting.slice(batch.length)
      done.value += batch.length
    }
    if ((state.value as string) === 'running') state.value = 'done'
    arrived()
  }

  function start(files: { file: File; folder: string }[]): void {
    const brought = withSidecars(files)
    if (state.value !== 'running') {
      total.value = done.value = taken.value = known.value = refusals.value = 0
      refused.value = []
      waiting = []
    }
    waiting.push(...brought)
    total.value += brought.length
    if (state.value !== 'running') void run()
  }
  const pause = (): void => void (state.value = 'paused')
  const goOn = (): void => void run()
  function cancel(): void {
    waiting = []
    state.value = 'cancelled'
    arrived()
  }
  const share = computed(() => (total.value ? done.value / total.value : 0))
  return { total, done, taken, known, refused, refusals, state, failed, location, previews, share, start, pause, goOn, cancel }
}
