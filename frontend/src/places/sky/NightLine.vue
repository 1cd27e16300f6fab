<script setup lang="ts">
/** Noon to noon: twilights and tracks, the dark hours, the hours of the target, and the moment looked at. */
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { DayOut, NightOut } from '@/api/types'
import { followPointer } from '@/shared/followPointer'
import { clockText } from '@/shared/format'
import SkyCurves from '@/planning/SkyCurves.vue'
import { NIGHT_FROM_MIN, NIGHT_UNTIL_MIN } from './useNight'

defineProps<{ day: DayOut; night: NightOut | null; target: string }>()
const at = defineModel<number>('at', { required: true })
const emit = defineEmits<{ rest: [minutes: number] }>()

const box = ref<HTMLElement | null>(null)
const { width } = useElementSize(box)
const BOTTOM = 66
const LEFT = 8
const room = computed(() => Math.max(width.value - 2 * LEFT, 100))
const px = (minutes: number): number => LEFT + ((minutes - NIGHT_FROM_MIN) / (NIGHT_UNTIL_MIN - NIGHT_FROM_MIN)) * room.value
const evTop = (ev: number): number => 60 - ((Math.min(Math.max(ev, -8), 16) + 8) / 24) * 48
const marks = computed(() => {
  const step = width.value < 600 ? 360 : 120
  return Array.from({ length: 1440 / step + 1 }, (_, i) => NIGHT_FROM_MIN + i * step)
})

function take(event: PointerEvent): void {
  const left = (event.currentTarget as Element).getBoundingClientRect().left
  const to = (now: PointerEvent): number => {
    const share = (now.clientX - left - LEFT) / room.value
    return Math.round((NIGHT_FROM_MIN + Math.min(Math.max(share, 0), 1) * (NIGHT_UNTIL_MIN - NIGHT_FROM_MIN)) / 5) * 5
  }
  at.value = to(event)
  followPointer(event, { move: (now) => (at.value = to(now)), end: (now) => emit('rest', to(now)) })
}

function key(event: KeyboardEvent): void {
  const by = event.key === 'ArrowLeft' ? -5 : event.key === 'ArrowRight' ? 5 : 0
  if (!by) return
  event.preventDefault()
  emit('rest', Math.min(Math.max(at.value + by * (event.shiftKey ? 6 : 1), NIGHT_FROM_MIN), NIGHT_UNTIL_MIN))
}
</script>

<template>
  <div ref="box" class="line">
    <svg
      :width="width"
      height="112"
      role="slider"
      tabindex="0"
      aria-label="Moment of the night. Arrow keys move it by five minutes, with Shift by thirty"
      :aria-valuenow="Math.round(at)"
      :aria-valuemin="NIGHT_FROM_MIN"
      :aria-valuemax="NIGHT_UNTIL_MIN"
      :aria-valuetext="clockText(Math.round(at))"
      @pointerdown="take"
      @keydown="key">
      <g v-for="mark in marks" :key="mark">
        <line class="hour" :x1="px(mark)" :x2="px(mark)" y1="0" :y2="BOTTOM" />
        <text :x="px(mark)" y="108" :text-anchor="mark === NIGHT_FROM_MIN ? 'start' : mark === NIGHT_UNTIL_MIN ? 'end' : 'middle'">
          {{ clockText(mark) }}
        </text>
      </g>
      <SkyCurves :day="day" :x="px" :y="evTop" :bottom="BOTTOM" />
      <template v-if="night">
        <rect
          v-for="span in night.dark.dark"
          :key="`dark${span.from_min}`"
          class="dark"
          :x="px(span.from_min)"
          :width="Math.max(px(span.until_min) - px(span.from_min), 1)"
          y="70"
          height="9" />
        <rect
          v-for="span in night.dark.target"
          :key="`target${span.from_min}`"
          class="target"
          :x="px(span.from_min)"
          :width="Math.max(px(span.until_min) - px(span.from_min), 1)"
          y="82"
          height="9" />
        <text class="row" :x="LEFT + 2" y="78">dark, Moon down</text>
        <text class="row" :x="LEFT + 2" y="90">{{ target }} high</text>
      </template>
      <line class="now" :x1="px(at)" :x2="px(at)" y1="0" y2="96" />
      <text class="now-name" :x="Math.min(px(at) + 4, width - 40)" y="20">{{ clockText(Math.round(at)) }}</text>
    </svg>
  </div>
</template>

<style scoped>
.line {
  min-width: 0;
  border: 1px solid var(--rule);
}

svg {
  display: block;
  cursor: ew-resize;
  touch-action: none;
}

.hour {
  stroke: var(--rule);
  stroke-width: 0.6;
}

text {
  fill: var(--soft);
  font-size: 10.5px;
}

.row {
  font-size: 10px;
  font-stretch: 80%;
}

.dark {
  fill: var(--ink);
}

.target {
  fill: var(--move);
}

.now {
  stroke: var(--move);
  stroke-width: 2;
}

.now-name {
  fill: var(--move);
  font-weight: 600;
}
</style>
