/** The first part of a long list; more of it as its end comes into sight, from the start again when the list changes. */
import { useIntersectionObserver } from '@vueuse/core'
import { computed, type ComputedRef, ref, type ShallowRef, watch } from 'vue'

const PART = 30

/** end: the element after the list, whose coming into sight asks for more. */
export function useShownPart<Item>(
  items: () => readonly Item[],
  end: Readonly<ShallowRef<HTMLElement | null>>,
): { shown: ComputedRef<readonly Item[]>; rest: ComputedRef<number>; more: () => void } {
  const most = ref(PART)
  const more = (): void => void (most.value += PART * 2)
  watch(
    () => items().length,
    () => (most.value = PART),
  )
  useIntersectionObserver(end, ([entry]) => entry?.isIntersecting && more(), { rootMargin: '600px' })
  return { shown: computed(() => items().slice(0, most.value)), rest: computed(() => Math.max(items().length - most.value, 0)), more }
}
