/** Several numbers in one line. A comma parts them; where it is the decimal mark, a semicolon does, or a comma before a space. */
import { type Parse, reasonOf } from './numbers'
import { decimalMark, marked } from './numberText'

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
  for (const part of said.split(decimalMark.value === ',' ? /(?:[;\s]|,(?=\s|$))+/ : /[;,\s]+/).filter(Boolean)) {
    const number = parse(part)
    if (typeof number !== 'number') return { values: null, reason: reasonOf(number) ?? `“${part}” is no number yet.` }
    if (number <= 0) return { values: null, reason: `“${part}” must be above 0.` }
    values.push(number)
  }
  return { values: [...new Set(values)].sort((a, b) => a - b), reason: null }
}

/** The line readNumbers reads back. */
export const writeNumbers = (values: readonly number[], format?: (value: number) => string): string =>
  values.map((value) => format?.(value) ?? marked(String(value))).join(decimalMark.value === ',' ? '; ' : ', ')
