/** Moving a block along the hours, or one of its ends, with the pointer or the arrow keys. */
import { ref } from 'vue'
import { followPointer } from '@/shared/followPointer'
import { type Block, type Hours, shifted } from './blocks'

const STARTS_AFTER_PX = 4
const END_PX = 7
const KEY_MIN = 5

export function useBlockDrag(
  minutesPerPx: () => number,
  said: { live: (moved: (Hours & { id: string }) | null) => void; done: (id: string, hours: Hours) => void },
) {
  const moved = ref<(Hours & { id: string }) | null>(null)
  /** True until the click that ends a drag is over: it must not open anything. */
  const dragging = ref(false)

  function partAt(event: PointerEvent, width: number): 'whole' | 'start' | 'end' {
    if (width < 4 * END_PX) return 'whole'
    return event.offsetX < END_PX ? 'start' : event.offsetX > width - END_PX ? 'end' : 'whole'
  }

  function begin(event: PointerEvent, block: Block): void {
    if (event.button !== 0) return
    const part = partAt(event, (event.currentTarget as HTMLElement).clientWidth)
    const startX = event.clientX
    const perPx = minutesPerPx() // the hours shown may grow while the block moves: what was gripped stays under the pointer
    dragging.value = false
    followPointer(event, {
      move: (now) => {
        const px = now.clientX - startX
        if (!dragging.value && Math.abs(px) < STARTS_AFTER_PX) return
        dragging.value = true
        moved.value = { id: block.id, ...shifted(block, px * perPx, part) }
        said.live(moved.value)
      },
      end: () => {
        if (dragging.value && moved.value) said.done(block.id, moved.value)
        drop()
      },
      cancel: drop,
    })
  }

  function drop(): void {
    moved.value = null
    said.live(null)
    window.setTimeout(() => (dragging.value = false))
  }

  function key(event: KeyboardEvent, block: Block): void {
    const by = event.key === 'ArrowLeft' ? -KEY_MIN : event.key === 'ArrowRight' ? KEY_MIN : 0
    if (!by || event.ctrlKey || event.metaKey || event.altKey) return
    event.preventDefault()
    said.done(block.id, shifted(block, by, event.shiftKey ? 'end' : 'whole'))
  }

  return { moved, dragging, begin, key }
}
