<script setup lang="ts">
/** One curve of a test: dots joined by a line, each with the interval it lies in. */
import { computed } from 'vue'
import type { Curve } from '@/api/types'
import { significant } from '@/shared/numberText'

const props = defineProps<{ curve: Curve; picked?: number | null }>()
const emit = defineEmits<{ pick: [x: number] }>()
const WIDE = 560
const TALL = 200
const EDGE = { left: 54, right: 26, top: 10, bottom: 34 }
const STEPS = 5
const LOG_FROM = 12
const MOST_DOTS = 60

const points = computed(() =>
  props.curve.x
    .map((x, k) => ({ x, y: props.curve.y[k]!, low: props.curve.low[k] ?? null, high: props.curve.high[k] ?? null }))
    .sort((a, b) => a.x - b.x),
)
/** Values over more than a dozen times are drawn by their ratios. */
const isLog = computed(
  () => props.curve.x_label !== 'frame' && points.value.every(({ x }) => x > 0) && points.value.at(-1)!.x / points.value[0]!.x > LOG_FROM,
)
const along = (x: number): number => (isLog.value ? Math.log(x) : x)
const ends = computed(() => {
  const xs = points.value.map(({ x }) => along(x))
  const ys = points.value.flatMap(({ y, low, high }) => [y, low ?? y, high ?? y])
  const [low, high] = [Math.min(...ys), Math.max(...ys)]
  const room = (high - low || Math.abs(high) || 1) * 0.08
  return { x: [Math.min(...xs), Math.max(...xs)] as const, y: [low - room, high + room] as const }
})
const px = (x: number): number =>
  EDGE.left + ((along(x) - ends.value.x[0]) / (ends.value.x[1] - ends.value.x[0] || 1)) * (WIDE - EDGE.left - EDGE.right)
const py = (y: number): number => EDGE.top + (1 - (y - ends.value.y[0]) / (ends.value.y[1] - ends.value.y[0])) * (TALL - EDGE.top - EDGE.bottom)
const line = computed(() => points.value.map(({ x, y }, k) => `${k ? 'L' : 'M'}${px(x).toFixed(1)} ${py(y).toFixed(1)}`).join(''))
const rows = computed(() => Array.from({ length: STEPS }, (_, k) => ends.value.y[0] + ((k + 0.5) / STEPS) * (ends.value.y[1] - ends.value.y[0])))
const columns = computed(() => {
  const step = Math.max(Math.ceil(points.value.length / 7), 1)
  const distinct = [...new Set(points.value.map(({ x }) => x))]
  return distinct.filter((_, k) => k % step === 0)
})
const xText = (x: number): string => (props.curve.x_label.startsWith('time') && x > 0 && x < 0.4 ? `1/${Math.round(1 / x)}` : significant(x, 3))
/** The point nearest to where the chart was pressed. */
function press(event: MouseEvent): void {
  const box = (event.currentTarget as SVGElement).getBoundingClientRect()
  const at = ((event.clientX - box.left) / box.width) * WIDE
  const nearest = points.value.reduce((best, point) => (Math.abs(px(point.x) - at) < Math.abs(px(best.x) - at) ? point : best))
  emit('pick', nearest.x)
}
const told = computed(() => points.value.map(({ x, y }) => `${xText(x)}: ${significant(y, 3)}`).join('; '))
</script>

<template>
  <figure v-if="points.length > 1">
    <figcaption>{{ curve.label }}</figcaption>
    <!-- eslint-disable-next-line vuejs-accessibility/click-events-have-key-events, vuejs-accessibility/no-static-element-interactions -- the slider under it does the same by keys -->
    <svg @click="press" :viewBox="`0 0 ${WIDE} ${TALL}`" role="img" :aria-label="`${curve.label}, ${curve.y_label} by ${curve.x_label}: ${told}`">
      <g v-for="y in rows" :key="y">
        <line class="grid" :x1="EDGE.left" :x2="WIDE - EDGE.right" :y1="py(y)" :y2="py(y)" />
        <text :x="EDGE.left - 6" :y="py(y) + 4" text-anchor="end">{{ significant(y, 2) }}</text>
      </g>
      <text v-for="x in columns" :key="x" :x="px(x)" :y="TALL - EDGE.bottom + 15" text-anchor="middle">{{ xText(x) }}</text>
      <text class="unit" :x="WIDE - EDGE.right" :y="TALL - 3" text-anchor="end">{{ curve.x_label }}</text>
      <text class="unit" x="2" y="10">{{ curve.y_label }}</text>
      <path class="line" :d="line" />
      <line v-if="picked != null" class="span" :x1="px(picked)" :x2="px(picked)" :y1="EDGE.top" :y2="TALL - EDGE.bottom" />
      <g v-for="(point, k) in points" :key="k">
        <line
          v-if="point.low !== null && point.high !== null"
          class="span"
          :x1="px(point.x)"
          :x2="px(point.x)"
          :y1="py(point.low)"
          :y2="py(point.high)" />
        <circle v-if="points.length <= MOST_DOTS" :cx="px(point.x)" :cy="py(point.y)" r="3.2" />
      </g>
    </svg>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
}

figcaption {
  font-weight: 600;
}

svg {
  display: block;
  width: 100%;
  max-width: 640px;
  background: var(--sheet);
}

.grid {
  stroke: var(--rule);
  stroke-width: 0.6;
}

text {
  fill: var(--soft);
  font-size: 11px;
}

.line {
  fill: none;
  stroke: var(--move);
  stroke-width: 1.4;
}

.span {
  stroke: var(--move);
  stroke-width: 1.4;
}

circle {
  fill: var(--move);
}
</style>
