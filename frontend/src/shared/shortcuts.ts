/** Keyboard shortcuts: each place says what it has; `?` shows them. Keys typed into fields are left alone. */
import { useEventListener } from '@vueuse/core'
import { onScopeDispose, shallowReactive } from 'vue'
import { singleKeys } from './habits'

export interface Shortcut {
  keys: string
  does: string
  run: () => void
}

const registered = shallowReactive<Shortcut[]>([])
export const shortcuts: readonly Shortcut[] = registered

/** Adds shortcuts for as long as the calling component lives. keys: "Ctrl+Z", "?", "J". */
export function useShortcuts(added: Shortcut[]): void {
  registered.push(...added)
  onScopeDispose(() => added.forEach((shortcut) => registered.splice(registered.indexOf(shortcut), 1)))
}

function pressed(event: KeyboardEvent): string {
  const modifiers = [event.ctrlKey || event.metaKey ? 'Ctrl+' : '', event.altKey ? 'Alt+' : '']
  const letter = /^[a-z]$/i.test(event.key)
  const shift = event.shiftKey && (letter || event.key.length > 1) ? 'Shift+' : ''
  return modifiers.join('') + shift + (letter ? event.key.toUpperCase() : event.key)
}

/** These mean nothing to a text field, so they work there too. */
const WHILE_TYPING = new Set(['Ctrl+S', 'Ctrl+K'])

function isTyping(target: EventTarget | null): boolean {
  return target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName))
}

/** Listens once, for the whole application. */
export function listenForShortcuts(): void {
  useEventListener(document, 'keydown', (event: KeyboardEvent) => {
    const keys = pressed(event)
    if (isTyping(event.target) && !WHILE_TYPING.has(keys)) return
    if (!singleKeys.value && !/^(Ctrl|Alt)\+/.test(keys)) return
    const shortcut = registered.findLast((item) => item.keys === keys)
    if (!shortcut) return
    event.preventDefault()
    shortcut.run()
  })
}
