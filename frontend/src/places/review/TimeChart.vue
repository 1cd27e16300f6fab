<script setup lang="ts">
/** Frames over time on one quantity: dots (kept ones larger and filled), with what lies beyond each limit hatched and named. */
import { useElementSize } from '@vueuse/core'
import { computed, ref, useId } from 'vue'
import { clockText } from '@/shared/format'
import { isNear, roundTimes, shareOf } from './chartScale'
import HoleMarks from './HoleMarks.vue'
import { type Hole } from './holes'

export interface Shaded {
  low: number | null
  high: number | null
  label: string
  sentence: string
  own: boolean
}
const props = defineProps<{
  name: string
  values: readonly (number | null)[]
  at: readonly (number | null)[]
  kept: readonly (number | null)[]
  /** Short times at the top. */
  falls?: boolean
  /** Logarithmic for times and ISO, as they are for EV. */
  log: boolean
  say: (value: number) => string
  ticks: readonly number[]
  shaded?: readonly Shaded[]
  band?: { low: number; middle: number; high: number }
  holes?: readonly Hole[]
  chosen: ReadonlySet<number>
  axis?: boolean
}>()
const emit = defineEmits<{ open: [index: number]; hole: [after: string] }>()
const hatch = useId()
const drawing = ref<SVGSVGElement | null>(null)
const { width } = useElementSize(drawing)
const LEFT = 62
const TOP = 6
const EDGE = 8
const wide = computed(() => Math.max(width.value, 280))
const TALL = 118
const foot = computed(() => TALL - (props.axis ? 20 : 6))

const known = computed(() => props.values.filter((value): value is number => value !== null))
const ends = computed(() => {
  const all = [...known.value, ...(props.band ? [props.band.low, props.band.high] : [])]
  for (const each of props.shaded ?? []) {
    const edge = each.low ?? each.high
    if (edge !== null && known.value.length && near(edge)) all.push(edge)
  }
  const low = Math.min(...all)
  const high = Math.max(...all)
  return props.log ? { low: low / 1.6, high: high * 1.6 } : { low: low - 0.7, high: high + 0.7 }
})
const near = (edge: number): boolean => isNear(edge, known.value, props.log)
function y(value: number): number {
  const share = shareOf(value, ends.value, props.log)
  return TOP + (props.falls ? share : 1 - share) * (foot.value - TOP)
}
const times = computed(() => props.at.filter((value): value is number => value !== null))
const span = computed(() => {
  const low = Math.min(...times.value)
  const high = Math.max(...times.value)
  return { low, high: Math.max(high, low + 1) }
})
const x = (minutes: number): number =>
  LEFT + EDGE + ((minutes - span.value.low) / (span.value.high - span.value.low)) * (wide.value - LEFT - 10 - 2 * EDGE)
const clocks = computed(() => roundTimes(span.value.low, span.value.high))
const areas = computed(() =>
  (props.shaded ?? [])
    .filter((each) => near((each.low ?? each.high)!))
    .map((each) => {
      const edge = y((each.low ?? each.high)!)
      const upwards = (each.high === null) !== Boolean(props.falls)
      return { ...each, edge, upwards, top: upwards ? TOP : edge, bottom: upwards ? edge : foot.value }
    })
    .filter((each) => each.bottom - each.top > 1),
)
const dots = computed(() =>
  props.values.flatMap((value, k) => {
    const at = props.at[k]
    return value === null || at === null || at === undefined ? [] : [{ k, x: x(at), y: y(value), kept: props.kept[k] === 1, on: props.chosen.has(k) }]
  }),
)
const nearest = ref<number | null>(null)
function follow(event: MouseEvent): void {
  const box = drawing.value!.getBoundingClientRect()
  const px = event.clientX - box.left
  const py = event.clientY - box.top
  let best: number | null = null
  let least = 16 ** 2
  for (const dot of dots.value) {
    const off = (dot.x - px) ** 2 + (dot.y - py) ** 2
    if (off < least) {
      least = off
      best = dot.k
    }
  }
  nearest.value = best
}
const said = computed(() => {
  const k = nearest.value
  if (k === null) return ''
  return `${props.say(props.values[k]!)} at ${clockText(props.at[k]!)}${props.kept[k] === 1 ? ', kept' : ''}`
})
const summary = computed(() => {
  if (!known.value.length) return `${props.name}: nothing the files say`
  return `${props.name}: ${known.value.length} frames from ${props.say(Math.min(...known.value))} to ${props.say(Math.max(...known.value))}`
})
</script>

<template>
  <figure>
    <figcaption>
      <span class="name">{{ name }}</span> <span class="soft">{{ said }}</span>
    </figcaption>
    <!-- eslint-disable-next-line vuejs-accessibility/click-events-have-key-events, vuejs-accessibility/no-static-element-interactions, vuejs-accessibility/mouse-events-have-key-events -- the list of pictures below has each frame as a button -->
    <svg
      ref="drawing"
      :viewBox="`0 0 ${wide} ${TALL}`"
      :height="TALL"
      role="img"
      :aria-label="summary"
      @mousemove="follow"
      @mouseleave="nearest = null"
      @click="nearest !== null && emit('open', nearest)">
      <defs>
        <pattern :id="hatch" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line x1="0" y1="0" x2="0" y2="7" class="hatching" />
        </pattern>
      </defs>
      <g v-for="tick in ticks.filter((each) => each > ends.low && each < ends.high)" :key="tick">
        <line :x1="LEFT" :x2="wide - 10" :y1="y(tick)" :y2="y(tick)" class="grid" />
        <text :x="LEFT - 6" :y="y(tick) + 4" text-anchor="end">{{ say(tick) }}</text>
      </g>
      <HoleMarks :holes="holes ?? []" :x="x" :foot="foot" @open="(after) => emit('hole', after)" />
      <rect v-if="band" class="planned" :x="LEFT" :y="y(band.high)" :width="wide - LEFT - 10" :height="Math.max(y(band.low) - y(band.high), 2)" />
      <text v-if="band" class="planned-word" :x="wide - 14" :y="Math.max(y(band.high) - 4, TOP + 10)" text-anchor="end">planned</text>
      <line v-if="band" class="middle" :x1="LEFT" :x2="wide - 10" :y1="y(band.middle)" :y2="y(band.middle)" />
      <g v-for="(area, k) in areas" :key="k" :class="{ own: area.own }">
        <rect :x="LEFT" :y="area.top" :width="wide - LEFT - 10" :height="area.bottom - area.top" :fill="`url(#${hatch})`">
          <title>{{ area.sentence }}</title>
        </rect>
        <line :x1="LEFT" :x2="wide - 10" :y1="area.edge" :y2="area.edge" class="edge" />
        <text class="limit" :x="LEFT + 6 + (k % 3) * 150" :y="area.upwards ? Math.max(area.edge - 4, TOP + 10) : Math.min(area.edge + 12, foot - 2)">
          {{ area.label }}
        </text>
      </g>
      <circle v-for="dot in dots" :key="dot.k" :cx="dot.x" :cy="dot.y" :r="dot.kept ? 3.4 : 1.7" :class="{ kept: dot.kept, on: dot.on }" />
      <circle v-if="nearest !== null" class="ring" :cx="x(at[nearest]!)" :cy="y(values[nearest]!)" r="6.5" />
      <rect class="frame" :x="LEFT" :y="TOP" :width="wide - LEFT - 10" :height="foot - TOP" />
      <template v-if="axis">
        <text v-for="clock in clocks" :key="clock" :x="x(clock)" :y="TALL - 6" text-anchor="middle">{{ clockText(clock) }}</text>
      </template>
      <text v-if="!known.length" :x="wide / 2" :y="foot / 2" text-anchor="middle">set by hand: the files do not say</text>
    </svg>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
}

.name {
  font-weight: 600;
}

figcaption {
  font-size: 12px;
}

svg {
  display: block;
  width: 100%;
  cursor: pointer;
}

text {
  fill: var(--soft);
  font-size: 10.5px;
}

.grid {
  stroke: var(--rule);
  stroke-width: 0.5;
}

.frame {
  fill: none;
  stroke: var(--rule);
}

.hatching {
  stroke: var(--cost);
  stroke-width: 1;
  opacity: 0.5;
}

.edge {
  stroke: var(--cost);
}

.limit {
  fill: var(--cost);
  paint-order: stroke;
  stroke: var(--wall);
  stroke-width: 3px;
}

.own .limit {
  fill: var(--move);
  font-weight: 600;
}

.planned {
  fill: var(--move-faint);
  opacity: 0.5;
}

.planned-word {
  fill: var(--move);
}

.middle {
  stroke: var(--move);
}

circle {
  fill: var(--soft);
  opacity: 0.75;
}

circle.kept {
  fill: var(--move);
  opacity: 1;
}

circle.on {
  stroke: var(--ink);
  stroke-width: 2;
}

circle.ring {
  fill: none;
  stroke: var(--ink);
  opacity: 1;
}
</style>
