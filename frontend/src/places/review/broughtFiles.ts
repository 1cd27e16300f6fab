/** Files brought from this computer: what each is known by, and which sidecar lies beside it. */
import { blake2b } from '@noble/hashes/blake2.js'
import { bytesToHex } from '@noble/hashes/utils.js'

const HEAD = 128 * 1024
const TAIL = 64 * 1024

export interface Brought {
  file: File
  folder: string
  sidecar: File | null
}

/** BLAKE2b-256 of the size (8 bytes, big endian), the first 128 KiB and the last 64 KiB: as the server reckons it. */
export async function identityOf(file: Blob): Promise<string> {
  const size = new DataView(new ArrayBuffer(8))
  size.setBigUint64(0, BigInt(file.size))
  const hash = blake2b.create({ dkLen: 32 })
  hash.update(new Uint8Array(size.buffer))
  hash.update(new Uint8Array(await file.slice(0, HEAD).arrayBuffer()))
  hash.update(new Uint8Array(await file.slice(Math.max(file.size - TAIL, 0)).arrayBuffer()))
  return bytesToHex(hash.digest())
}

/** Files with their sidecars: what is hidden, and sidecars themselves, are no frames. */
export function withSidecars(files: { file: File; folder: string }[]): Brought[] {
  const key = (folder: string, name: string): string => `${folder}/${name}`.toLowerCase()
  const sidecars = new Map(files.filter(({ file }) => /\.xmp$/i.test(file.name)).map(({ file, folder }) => [key(folder, file.name), file]))
  return files
    .filter(({ file }) => !/\.xmp$/i.test(file.name) && !file.name.startsWith('.'))
    .map(({ file, folder }) => {
      const stem = file.name.replace(/\.[^.]*$/, '')
      return { file, folder, sidecar: sidecars.get(key(folder, `${stem}.xmp`)) ?? sidecars.get(key(folder, `${file.name}.xmp`)) ?? null }
    })
}
