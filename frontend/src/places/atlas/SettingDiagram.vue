<script setup lang="ts">
/** One small drawing of what a setting does. Its sentence is said beside it; the drawing itself is decoration for those who see. */
import { computed } from 'vue'
import type { Box, Drawing } from './diagrams'

const props = defineProps<{ drawing: Drawing }>()
const WIDE = 180
const NAME_PX = 62
const ROW_PX = 20
const TALL = computed(() => (props.drawing.kind === 'course' ? Math.max(props.drawing.tracks.length, 2) * ROW_PX + 8 : 104))

const boxAt = ([x, y, width, height]: Box): Record<string, number> => ({
  x: ((x - width / 2) / 100) * WIDE,
  y: ((y - height / 2) / 100) * TALL.value,
  width: (width / 100) * WIDE,
  height: (height / 100) * TALL.value,
})
const moment = (at: number): number => NAME_PX + (at / 10) * (WIDE - NAME_PX - 4)
/** 0 m at the top, 10 m at the bottom: what comes near rises. */
const course = (metres: readonly number[]): string =>
  metres
    .map(
      (each, i) => `${i ? 'L' : 'M'}${((i / (metres.length - 1)) * (WIDE - 26) + 22).toFixed(1)} ${(6 + (each / 10) * (TALL.value - 14)).toFixed(1)}`,
    )
    .join('')
const way = computed(() =>
  props.drawing.kind === 'area' && props.drawing.way
    ? props.drawing.way.map(([x, y], i) => `${i ? 'L' : 'M'}${(x / 100) * WIDE} ${(y / 100) * TALL.value}`).join('')
    : '',
)
const people = computed(() => {
  if (props.drawing.kind !== 'area') return []
  return { person: [50], two: [28, 72], face: [], bird: [], none: [] }[props.drawing.who ?? 'person']
})
</script>

<template>
  <svg :viewBox="`0 0 ${WIDE} ${TALL}`" :width="WIDE" :height="TALL" aria-hidden="true">
    <template v-if="drawing.kind === 'area'">
      <rect class="frame" x="0.5" y="0.5" :width="WIDE - 1" :height="TALL - 1" />
      <g v-for="(x, i) in people" :key="x" class="who">
        <circle :cx="(x / 100) * WIDE" :cy="(i ? 0.36 : 0.3) * TALL" r="8" />
        <path :d="`M${(x / 100) * WIDE - 16} ${TALL * 0.86}q0 -42 16 -42t16 42z`" />
      </g>
      <g v-if="drawing.who === 'face'" class="who">
        <ellipse :cx="WIDE * 0.51" :cy="TALL * 0.5" rx="30" ry="36" />
        <circle class="eye" :cx="WIDE * 0.45" :cy="TALL * 0.45" r="3" />
        <circle class="eye" :cx="WIDE * 0.57" :cy="TALL * 0.45" r="3" />
      </g>
      <path
        v-if="drawing.who === 'bird'"
        class="who"
        :d="`M${WIDE * 0.3} ${TALL * 0.34}q30 6 40 16q18 -14 30 -8l8 2l-8 3q-14 22 -38 10q-14 -8 -32 -23z`" />
      <template v-if="drawing.dots">
        <circle
          v-for="k in drawing.dots[0] * drawing.dots[1]"
          :key="k"
          class="dot"
          r="1"
          :cx="(((k - 1) % drawing.dots[0]) + 0.5) * (WIDE / drawing.dots[0])"
          :cy="(Math.floor((k - 1) / drawing.dots[0]) + 0.5) * (TALL / drawing.dots[1])" />
      </template>
      <rect v-for="(box, k) in drawing.dim ?? []" :key="`d${k}`" class="dim" v-bind="boxAt(box)" />
      <rect v-for="(box, k) in drawing.boxes" :key="k" class="box" v-bind="boxAt(box)" />
      <path v-if="way" class="way" :d="way" />
    </template>
    <template v-else-if="drawing.kind === 'course'">
      <g v-for="(track, row) in drawing.tracks" :key="track.name" :transform="`translate(0 ${row * ROW_PX + 4})`">
        <text :x="NAME_PX - 5" y="12" text-anchor="end">{{ track.name }}</text>
        <line class="axis" :x1="NAME_PX" :x2="WIDE - 2" y1="15" y2="15" />
        <template v-for="(at, k) in track.at" :key="k">
          <line v-if="typeof at === 'number'" class="tick" :x1="moment(at)" :x2="moment(at)" y1="3" y2="15" />
          <rect v-else class="bar" :x="moment(at[0])" :width="moment(at[1]) - moment(at[0])" y="5" height="10" />
        </template>
      </g>
    </template>
    <template v-else>
      <rect
        v-if="drawing.hidden"
        class="hidden"
        :x="22 + (drawing.hidden[0] / 10) * (WIDE - 26)"
        y="4"
        :width="((drawing.hidden[1] - drawing.hidden[0]) / 10) * (WIDE - 26)"
        :height="TALL - 10" />
      <text x="2" y="12">near</text>
      <text x="2" :y="TALL - 5">far</text>
      <path class="subject" :d="course(drawing.subject)" />
      <path class="focus" :d="course(drawing.focus)" />
    </template>
  </svg>
</template>

<style scoped>
svg {
  display: block;
  max-width: 100%;
  height: auto;
  background: var(--sheet);
}

.frame {
  fill: none;
  stroke: var(--edge);
}

.who {
  fill: var(--rule);
}

.eye,
.dot {
  fill: var(--soft);
}

.box {
  fill: none;
  stroke: var(--move);
  stroke-width: 2;
}

.dim {
  fill: none;
  stroke: var(--move);
  stroke-width: 1;
  stroke-dasharray: 3 2;
}

.way {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.4;
  stroke-dasharray: 4 2;
}

text {
  fill: var(--soft);
  font-size: 10px;
  font-stretch: 80%;
}

.axis {
  stroke: var(--rule);
}

.tick {
  stroke: var(--ink);
  stroke-width: 2;
}

.bar {
  fill: var(--move);
  opacity: 0.55;
}

.hidden {
  fill: var(--rule);
}

.subject {
  fill: none;
  stroke: var(--soft);
  stroke-width: 3;
}

.focus {
  fill: none;
  stroke: var(--move);
  stroke-width: 1.8;
}
</style>
