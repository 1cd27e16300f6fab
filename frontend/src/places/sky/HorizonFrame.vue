<script setup lang="ts">
/** The lens's frame on the sky, which the pointer or the arrow keys turn. */
import { followPointer } from '@/shared/followPointer'
import type { Direction } from './horizon'

const props = defineProps<{ d: string; pointed: Direction | null; degPerPx: number; degPerPxUp: number }>()
const emit = defineEmits<{ turn: [bearing: number, tilt: number]; turned: [bearing: number, tilt: number]; hold: [from: Direction | null] }>()

const KEY_DEG = 1

function beginTurn(event: PointerEvent): void {
  if (!props.pointed || event.button !== 0) return
  const from = { ...props.pointed }
  emit('hold', from)
  const to = (now: PointerEvent): [number, number] => [
    from.bearing + (now.clientX - event.clientX) * props.degPerPx,
    Math.min(Math.max(from.tilt - (now.clientY - event.clientY) * props.degPerPxUp, -20), 90),
  ]
  followPointer(event, {
    move: (now) => emit('turn', ...to(now)),
    end: (now) => {
      emit('hold', null)
      emit('turned', ...to(now))
    },
    cancel: () => emit('hold', null),
  })
}

function key(event: KeyboardEvent): void {
  if (!props.pointed) return
  const by = event.shiftKey ? 10 * KEY_DEG : KEY_DEG
  const ways: Record<string, [number, number]> = { ArrowLeft: [-by, 0], ArrowRight: [by, 0], ArrowUp: [0, by], ArrowDown: [0, -by] }
  const move = ways[event.key]
  if (!move) return
  event.preventDefault()
  emit('turned', props.pointed.bearing + move[0], props.pointed.tilt + move[1])
}
</script>

<template>
  <path class="frame-grip" :d="d" aria-hidden="true" @pointerdown="beginTurn" />
  <path
    class="frame"
    :class="{ cut: d.split('M').length > 2 }"
    :d="d"
    tabindex="0"
    role="slider"
    aria-label="Frame of the lens. Arrow keys turn it by a degree, with Shift by ten"
    :aria-valuenow="Math.round(pointed?.bearing ?? 0)"
    :aria-valuetext="`to ${Math.round(pointed?.bearing ?? 0)} degrees, tilted ${Math.round(pointed?.tilt ?? 0)}`"
    aria-valuemin="0"
    aria-valuemax="360"
    @pointerdown="beginTurn"
    @keydown="key" />
</template>

<style scoped>
.frame {
  fill: var(--move);
  fill-opacity: 0.12;
  stroke: var(--move);
  stroke-width: 2;
  cursor: move;
  touch-action: none;
}

/* A frame over the zenith leaves one side and comes back on the other: it has no inside to fill. */
.frame.cut {
  fill: none;
}

.frame-grip {
  fill: none;
  stroke: transparent;
  stroke-width: 16;
  cursor: move;
  touch-action: none;
}
</style>
