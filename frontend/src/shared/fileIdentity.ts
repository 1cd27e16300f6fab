/** What a file is known by, here and on the server alike. */
import { blake2b } from '@noble/hashes/blake2.js'
import { bytesToHex } from '@noble/hashes/utils.js'

const HEAD = 128 * 1024
const TAIL = 64 * 1024

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
