/** Texts that are not in a document yet (half typed, or in a field not yet left), by field: they survive a reload of the tab. */
import { reactive } from 'vue'

const STORE = 'wa-half-typed'

function read(): Record<string, string> {
  try {
    return JSON.parse(sessionStorage.getItem(STORE) ?? '{}') as Record<string, string>
  } catch {
    return {}
  }
}

const texts = reactive<Record<string, string>>(read())

export function halfTyped(field: string): string | undefined {
  return texts[field]
}

export function keepHalfTyped(field: string, text: string | null): void {
  if (text === null) delete texts[field]
  else texts[field] = text
  try {
    sessionStorage.setItem(STORE, JSON.stringify(texts))
  } catch {
    return // a blocked store: the text lives as long as the page
  }
}
