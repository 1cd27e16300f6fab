/** Ticks and notes as a small file: written by a checklist that was taken along, read where the shoot is. */
import { type FieldNote, type KeptNote, type KeptTick, withoutMarks } from './keep'
import type { Line, Tick } from './ticks'

const FORMAT = 'wide-aperture-ticks'

export function ticksFile(shoot: string, ticks: readonly KeptTick[], notes: readonly KeptNote[] = []): string {
  const held = { ticks: ticks.map(withoutMarks), notes: notes.map(withoutMarks) }
  return JSON.stringify({ format: FORMAT, format_version: 1, shoot, ...held }, null, 1)
}

/** The ticks of a file, and those of lines that this shoot does not have any more. Throws a sentence for what is no such file. */
export function readTicks(text: string, shoot: string, lines: readonly Line[]): { ticks: Tick[]; notes: FieldNote[]; gone: string[] } {
  let read: { format?: string; shoot?: string; ticks?: Tick[]; notes?: FieldNote[] }
  try {
    read = JSON.parse(text)
  } catch {
    throw new Error('This is no file of ticks: it cannot be read.')
  }
  if (read?.format !== FORMAT || !Array.isArray(read.ticks)) throw new Error('This is no file of ticks.')
  if (read.shoot !== shoot) throw new Error('These ticks belong to another shoot.')
  const known = new Set(lines.map((line) => line.code))
  return { ticks: read.ticks, notes: read.notes ?? [], gone: [...new Set(read.ticks.map((tick) => tick.code).filter((code) => !known.has(code)))] }
}

export function download(name: string, text: string): void {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(new Blob([text], { type: 'application/json' }))
  link.download = name
  link.click()
  setTimeout(() => URL.revokeObjectURL(link.href), 1000)
}
