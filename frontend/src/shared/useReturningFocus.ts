/** For whatever opens over a place: the keyboard goes back to where it was when it closes. Called in the setup of what opens. */
import { nextTick, onBeforeUnmount } from 'vue'

export function useReturningFocus(): void {
  const before = document.activeElement
  onBeforeUnmount(() => {
    void nextTick(() => {
      // Somebody may have gone on meanwhile: only a keyboard that would be lost is brought back.
      const lost = !document.activeElement || document.activeElement === document.body || !document.activeElement.isConnected
      if (lost && before instanceof HTMLElement && before.isConnected) before.focus()
    })
  })
}
