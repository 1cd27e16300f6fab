<script setup lang="ts">
/**
 * One ruler: an axis with every limit where it bites, hatched and named, and the chosen value as a marker that can be
 * dragged or nudged. The same component draws all six. The marker moves at once; the plan follows.
 */
import { computed, ref } from 'vue'
import RulerDrawing from './RulerDrawing.vue'
import { openEnds, type RulerMarks } from './scales'

const props = defineProps<
  RulerMarks & {
    name: string
    /** The chosen value in words, and what it means. */
    valueText: string
    meaning: string
    marker: number | null
    /** The nearest value that may be set, for a position on the ruler. */
    snap?: (value: number) => number
    /** The value some third steps further. */
    nudge?: (value: number, steps: number) => number
    pinned?: boolean
    fixed?: boolean
    spoken?: string
  }
>()
const emit = defineEmits<{ move: [value: number]; settle: [value: number]; cancel: []; release: [] }>()

const track = ref<HTMLElement | null>(null)
const dragged = ref<number | null>(null)

function valueAt(event: PointerEvent): number {
  const box = track.value!.getBoundingClientRect()
  const unit = Math.min(1, Math.max(0, (event.clientX - box.left) / box.width))
  const value = props.scale.fromUnit(unit)
  return props.snap ? props.snap(value) : value
}

function down(event: PointerEvent): void {
  if (props.fixed || event.button !== 0) return
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
  dragged.value = valueAt(event)
  emit('move', dragged.value)
}

function move(event: PointerEvent): void {
  if (dragged.value === null) return
  const value = valueAt(event)
  if (value === dragged.value) return
  dragged.value = value
  emit('move', value)
}

function up(): void {
  if (dragged.value === null) return
  const value = dragged.value
  dragged.value = null
  emit('settle', value)
}

/** The browser took the pointer away, as it does when a finger scrolls: nothing was meant. */
function cancel(): void {
  if (dragged.value === null) return
  dragged.value = null
  emit('cancel')
}

const ends = computed(() => openEnds(props.bands, props.scale))
const STEPS: Record<string, number> = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1, PageUp: 3, PageDown: -3 }

function key(event: KeyboardEvent): void {
  if (event.key === 'Backspace' || event.key === 'Delete') {
    event.preventDefault()
    emit('release')
    return
  }
  if ((event.key === 'Home' || event.key === 'End') && !props.fixed) {
    event.preventDefault()
    const end = ends.value[event.key === 'Home' ? 0 : 1]
    emit('settle', props.snap ? props.snap(end) : end)
    return
  }
  const steps = STEPS[event.key]
  if (steps === undefined || props.fixed || props.marker === null || !props.nudge) return
  event.preventDefault()
  emit('settle', props.nudge(props.marker, steps))
}
</script>

<template>
  <div class="ruler">
    <div class="head">
      <span class="label">{{ name }}</span>
      <button
        v-if="pinned"
        class="link pin"
        :aria-label="`Release ${name}`"
        :title="`You hold this value. Release ${name} (Backspace)`"
        @click="emit('release')">
        held · release
      </button>
      <div class="value">{{ valueText }}</div>
      <div class="meaning soft" :title="meaning">{{ meaning }}</div>
    </div>
    <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -- a slider with keys; an image where nothing can be moved -->
    <div
      ref="track"
      class="track"
      :class="{ fixed }"
      :role="fixed ? 'img' : 'slider'"
      :tabindex="fixed ? undefined : 0"
      :aria-label="name"
      :aria-valuenow="fixed || marker === null ? undefined : marker"
      :aria-valuemin="fixed ? undefined : Math.min(...ends)"
      :aria-valuemax="fixed ? undefined : Math.max(...ends)"
      :aria-valuetext="fixed ? undefined : (spoken ?? valueText)"
      @pointerdown="down"
      @pointermove="move"
      @pointerup="up"
      @pointercancel="cancel"
      @keydown="key">
      <RulerDrawing v-bind="{ scale, ticks, bands, notes, field, profile, pinned, fixed }" :marker="dragged ?? marker" />
    </div>
  </div>
</template>

<style scoped>
.ruler {
  display: grid;
  grid-template-columns: 122px minmax(0, 1fr);
  gap: 12px;
  align-items: start;
}

.head {
  position: relative;
  min-width: 0;
  line-height: 1.2;
}

.value {
  overflow: hidden;
  font-size: 19px;
  font-stretch: 85%;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.meaning {
  display: -webkit-box;
  min-height: 2lh; /* one line or two: the rulers under it stay where they are */
  overflow: hidden;
  font-size: 11px;
  line-height: 1.2;
  -webkit-box-orient: vertical;
  -webkit-line-clamp: 2;
}

.pin {
  position: absolute;
  top: 0;
  right: 0;
  font-size: 11px;
}

.track {
  touch-action: pan-y;
  cursor: ew-resize;
}

.track.fixed {
  cursor: default;
}

@media (max-width: 560px) {
  .ruler {
    grid-template-columns: 1fr;
    gap: 2px;
  }

  .head {
    display: flex;
    gap: 8px;
    align-items: baseline;
  }

  .meaning {
    min-height: 1lh;
    -webkit-line-clamp: 1;
  }
}
</style>
