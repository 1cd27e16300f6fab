/** Files and folders that were dropped or chosen, with where each lies under what was dropped. */

interface Entry {
  isFile: boolean
  isDirectory: boolean
  name: string
  file?: (found: (file: File) => void, failed: () => void) => void
  createReader?: () => { readEntries: (found: (entries: Entry[]) => void, failed: () => void) => void }
}

const MOST_FILES = 100_000

export async function droppedFiles(items: DataTransferItemList): Promise<{ file: File; folder: string }[]> {
  const entries = [...items].map((item) => item.webkitGetAsEntry() as unknown as Entry | null).filter((each) => each !== null)
  const found: { file: File; folder: string }[] = []
  const waiting = entries.map((entry) => ({ entry, folder: '' }))
  while (waiting.length && found.length < MOST_FILES) {
    const { entry, folder } = waiting.shift()!
    if (entry.isFile) {
      const file = await new Promise<File | null>((resolve) => entry.file!(resolve, () => resolve(null)))
      if (file) found.push({ file, folder })
    } else if (entry.isDirectory) {
      const reader = entry.createReader!()
      const inside = folder ? `${folder}/${entry.name}` : entry.name
      for (;;) {
        const some = await new Promise<Entry[]>((resolve) => reader.readEntries(resolve, () => resolve([])))
        if (!some.length) break
        waiting.push(...some.map((each) => ({ entry: each, folder: inside })))
      }
    }
  }
  return found
}

export function chosenFiles(list: FileList | null): { file: File; folder: string }[] {
  return [...(list ?? [])].map((file) => ({ file, folder: file.webkitRelativePath.split('/').slice(0, -1).join('/') }))
}
