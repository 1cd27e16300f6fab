/** A small picture of a file the browser can open, as a JPEG; null where it cannot. */
const SIDE_PX = 640
const QUALITY = 0.8
const MOST_BYTES = 80_000_000

export async function smallPicture(file: File): Promise<Blob | null> {
  if (file.size > MOST_BYTES || typeof createImageBitmap !== 'function') return null
  try {
    const whole = await createImageBitmap(file, { resizeWidth: SIDE_PX, resizeQuality: 'medium' })
    const canvas = new OffscreenCanvas(whole.width, whole.height)
    canvas.getContext('2d')?.drawImage(whole, 0, 0)
    whole.close()
    return await canvas.convertToBlob({ type: 'image/jpeg', quality: QUALITY })
  } catch {
    return null
  }
}
