/** Half-typed texts of number fields, by field: they outlive the component and a reload of the tab. */
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
  sessionStorage.setItem(STORE, JSON.stringify(texts))
}
