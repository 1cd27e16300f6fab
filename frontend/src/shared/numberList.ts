/** Several numbers in one line. A comma parts them, so a decimal has a point. */
import { type Parse, reasonOf } from './numbers'

export interface ReadNumbers {
  values: number[] | null
  reason: string | null
}

/** An empty line is null (nothing said); the word none, where there is one, is the empty list. */
export function readNumbers(text: string, parse: Parse, none?: string): ReadNumbers {
  const said = text.trim()
  if (said === '') return { values: none ? null : [], reason: null }
  if (none && said.toLowerCase() === none) return { values: [], reason: null }
  const values: number[] = []
  for (const part of said.split(/[;,\s]+/).filter(Boolean)) {
    const number = parse(part)
    if (typeof number !== 'number') return { values: null, reason: reasonOf(number) ?? `“${part}” is no number yet.` }
    if (number <= 0) return { values: null, reason: `“${part}” must be above 0.` }
    values.push(number)
  }
  return { values: [...new Set(values)].sort((a, b) => a - b), reason: null }
}
