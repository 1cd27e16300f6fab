/** Sending a whole file in parts; after any stop it goes on from what the server has. */
import { answered, client, Problem } from '@/api/client'
import type { UploadOut } from '@/api/types'
import { identityOf } from '@/shared/fileIdentity'

const PART_BYTES = 4_000_000
const TRIES = 4
const WAIT_MS = 500

export interface Sending {
  stopped: () => boolean
  reached: (received: number) => void
  /** Waits before a part is tried again; tests need not wait. */
  wait?: (ms: number) => Promise<void>
}

/** Sends what is missing. Returns the upload, whole or as far as it was stopped. Throws a Problem the server gave, or the last failure of four. */
export async function sendFile(file: File, sending: Sending): Promise<UploadOut> {
  const wait = sending.wait ?? ((ms) => new Promise((done) => setTimeout(done, ms)))
  let upload = await answered(client.POST('/api/v1/uploads', { body: { name: file.name, size_bytes: file.size, identity: await identityOf(file) } }))
  let failed = 0
  while (!upload.whole && !sending.stopped()) {
    try {
      if (failed) upload = await answered(client.GET('/api/v1/uploads/{upload_id}', { params: { path: { upload_id: upload.id } } }))
      sending.reached(upload.received)
      upload = await sendPart(upload, file.slice(upload.received, upload.received + PART_BYTES))
      failed = 0
    } catch (error) {
      const refused = error instanceof Problem && error.status >= 400 && error.status < 500 && error.status !== 409
      failed += 1
      if (refused || failed >= TRIES) throw error
      await wait(WAIT_MS * 2 ** failed)
    }
  }
  sending.reached(upload.received)
  return upload
}

function sendPart(upload: UploadOut, part: Blob): Promise<UploadOut> {
  const form = new FormData()
  form.set('offset', String(upload.received))
  form.set('part', part, 'part')
  return answered(
    client.POST('/api/v1/uploads/{upload_id}/part', { params: { path: { upload_id: upload.id } }, body: form as never, bodySerializer: () => form }),
  )
}
