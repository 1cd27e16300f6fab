/** A chosen file as text: UTF-8, or UTF-16 where its first bytes say so, as spreadsheets write it. */
export async function readText(file: Blob): Promise<string> {
  const bytes = new Uint8Array(await file.arrayBuffer())
  const [first, second] = bytes
  const encoding = first === 0xff && second === 0xfe ? 'utf-16le' : first === 0xfe && second === 0xff ? 'utf-16be' : 'utf-8'
  return new TextDecoder(encoding).decode(bytes)
}
