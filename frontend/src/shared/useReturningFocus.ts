/**
 * For whatever opens over a place: the keyboard goes back to where it was when it closes, and Escape closes the last one
 * opened even while the keyboard is still behind it. Called in the setup of what opens.
 */
import { nextTick, onBeforeUnmount } from 'vue'

const opened: (() => void)[] = []
/** What the component library opens closes itself on Escape while the keyboard is in it. */
const isInside = (): boolean => document.activeElement?.closest('.ant-modal-wrap, .ant-drawer') !== null

function escape(event: KeyboardEvent): void {
  if (event.key !== 'Escape' || event.defaultPrevented || isInside()) return
  const close = opened.at(-1)
  if (!close) return
  event.preventDefault()
  close()
}

export function useReturningFocus(close: () => void): void {
  const before = document.activeElement
  if (!opened.length) document.addEventListener('keydown', escape)
  opened.push(close)
  onBeforeUnmount(() => {
    opened.splice(opened.indexOf(close), 1)
    if (!opened.length) document.removeEventListener('keydown', escape)
    void nextTick(() => {
      // Somebody may have gone on meanwhile: only a keyboard that would be lost is brought back.
      const lost = !document.activeElement || document.activeElement === document.body || !document.activeElement.isConnected
      if (lost && before instanceof HTMLElement && before.isConnected) before.focus()
    })
  })
}
