/** Files brought from this computer, and which sidecar lies beside each. */

export interface Brought {
  file: File
  folder: string
  sidecar: File | null
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
