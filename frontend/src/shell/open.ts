/** What is open, for the top bar: a place sets it, and it is forgotten when the place is left. */
import { onScopeDispose, ref, watchEffect } from 'vue'

export const openThing = ref('')

export function useOpenThing(name: () => string): void {
  watchEffect(() => {
    openThing.value = name()
    document.title = openThing.value ? `${openThing.value} · Wide Aperture` : 'Wide Aperture'
  })
  onScopeDispose(() => (openThing.value = ''))
}
