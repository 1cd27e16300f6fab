/** Rows of a list dragged to another place with a pointer of any kind. */
import { type Ref, ref } from 'vue'
import { followPointer } from '@/shared/followPointer'

/** list: whose children are the rows; moved: called once, when a row is let go elsewhere. */
export function useRowDrag(list: Ref<HTMLElement | null>, moved: (from: number, to: number) => void) {
  /** The row under the pointer and where it would come to lie. */
  const dragged = ref<{ from: number; to: number } | null>(null)

  function placeAt(y: number): number {
    const rows = [...(list.value?.children ?? [])]
    const under = rows.findIndex((row) => y < row.getBoundingClientRect().bottom)
    return under < 0 ? rows.length - 1 : under
  }

  function begin(event: PointerEvent, from: number): void {
    event.preventDefault()
    dragged.value = { from, to: from }
    followPointer(event, {
      move: (to) => (dragged.value = { from, to: placeAt(to.clientY) }),
      end: (to) => {
        dragged.value = null
        const end = placeAt(to.clientY)
        if (end !== from) moved(from, end)
      },
      cancel: () => (dragged.value = null),
    })
  }
  return { dragged, begin }
}
