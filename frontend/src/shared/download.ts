/** Hands a text to the browser as a file. */
export function download(name: string, content: string, type: string): void {
  const address = URL.createObjectURL(new Blob([content], { type }))
  const link = document.createElement('a')
  link.href = address
  link.download = name
  link.click()
  window.setTimeout(() => URL.revokeObjectURL(address), 10_000)
}
