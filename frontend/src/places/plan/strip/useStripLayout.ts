/** Where hours, exposure values and blocks stand on the strip, in pixels. */
import { computed, type Ref } from 'vue'
import type { Block, Hours } from './blocks'

export const MARGIN_PX = 16
const LEAST_BLOCK_PX = 86

export function useStripLayout(hours: Ref<Hours>, room: Ref<number>, blocks: Ref<Block[]>) {
  const px = (minutes: number): number => MARGIN_PX + ((minutes - hours.value.from) / (hours.value.to - hours.value.from)) * room.value
  const marks = computed(() => {
    const step = hours.value.to - hours.value.from > 14 * 60 ? 120 : 60
    const found = []
    for (let at = Math.ceil(hours.value.from / step) * step; at <= hours.value.to; at += step) found.push(at)
    return found
  })
  const evTop = (ev: number): number => 48 - ((Math.min(Math.max(ev, -8), 16) + 8) / 24) * 36

  /** Blocks that would overlap take a second row. */
  const placed = computed(() => {
    const ends = [-Infinity, -Infinity]
    return blocks.value.map((block) => {
      const left = px(block.from)
      const blockWidth = Math.max(px(block.to) - left, LEAST_BLOCK_PX)
      const row = left >= ends[0]! ? 0 : left >= ends[1]! ? 1 : ends[0]! <= ends[1]! ? 0 : 1
      ends[row] = left + blockWidth - 1
      return { ...block, left, blockWidth, row }
    })
  })
  const rows = computed(() => Math.max(...placed.value.map((block) => block.row), 0) + 1)

  return { px, marks, evTop, placed, rows }
}
