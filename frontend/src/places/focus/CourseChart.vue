<script setup lang="ts">
/** One run over time: where the subject was, where focus stood with the depth about it, and each frame where it was taken. */
import { useElementSize } from '@vueuse/core'
import { computed, ref, useId } from 'vue'
import type { Trace } from '@/api/types'
import { distanceText } from '@/shared/units'
import { fixed } from '@/shared/numberText'

const props = defineProps<{ trace: Trace; lead: number; at: number }>()
const emit = defineEmits<{ at: [index: number] }>()
const hatch = useId()
const drawing = ref<SVGSVGElement | null>(null)
const { width } = useElementSize(drawing)
/** One unit a pixel, so that words stay as large as everywhere. */
const wide = computed(() => Math.max(width.value, 300))
const TALL = 190
const FOOT = 166
const last = computed(() => props.trace.times_s.at(-1)!)
const x = (seconds: number): number => 44 + (seconds / last.value) * (wide.value - 52)
const ends = computed(() => {
  const all = props.trace.distance_m
  const low = Math.min(...all) * 0.82
  return { low, high: Math.max(Math.max(...all) * 1.2, low * 1.25) }
})
/** Equal ratios of distance are equal heights, far at the top. */
function y(metres: number): number {
  const { low, high } = ends.value
  const share = Math.log(Math.min(Math.max(metres, low), high) / low) / Math.log(high / low)
  return FOOT - share * (FOOT - 14)
}
const line = (values: readonly number[]): string =>
  values.map((value, i) => `${i ? 'L' : 'M'}${x(props.trace.times_s[i]!).toFixed(1)} ${y(value).toFixed(1)}`).join('')
const band = computed(() => {
  const far = props.trace.far_m.map((value) => value ?? 1e9)
  const back = [...far.keys()].reverse().map((i) => `L${x(props.trace.times_s[i]!).toFixed(1)} ${y(far[i]!).toFixed(1)}`)
  return `${line(props.trace.near_m)}${back.join('')}Z`
})
/** Stretches in which something crossed. */
const crossings = computed(() => {
  const found: { from: number; to: number }[] = []
  props.trace.crossed.forEach((crossed, i) => {
    const open = found.at(-1)
    if (crossed && open?.to === i - 1) open.to = i
    else if (crossed) found.push({ from: i, to: i })
  })
  return found.map(({ from, to }) => ({ from: x(props.trace.times_s[from]!), to: x(props.trace.times_s[to]!) }))
})
const ticks = computed(() => {
  const { low, high } = ends.value
  return [0.5, 1, 1.5, 2, 3, 4, 5, 7, 10, 15, 20, 25, 30, 40, 50, 70, 100, 150, 200, 300, 500].filter((each) => each > low && each < high)
})
const momentOf = (seconds: number): number =>
  Math.min(Math.round((seconds * (props.trace.times_s.length - 1)) / last.value), props.trace.times_s.length - 1)
const frames = computed(() =>
  props.trace.frames.map((frame) => ({ ...frame, x: x(frame.at_s), y: y(props.trace.distance_m[momentOf(frame.at_s)]!) })),
)
</script>

<template>
  <svg
    ref="drawing"
    :viewBox="`0 0 ${wide} ${TALL}`"
    :height="TALL"
    role="img"
    :aria-label="`Distance over time: ${trace.frames.filter((f) => f.sharp).length} of ${trace.frames.length} frames sharp`">
    <defs>
      <pattern :id="hatch" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <line x1="0" y1="0" x2="0" y2="6" class="across" />
      </pattern>
    </defs>
    <rect
      v-for="each in crossings"
      :key="each.from"
      :x="each.from"
      y="10"
      :width="Math.max(each.to - each.from, 2)"
      :height="FOOT - 10"
      :fill="`url(#${hatch})`" />
    <path :d="band" class="depth" />
    <path :d="line(trace.focus_m)" class="focus" />
    <path :d="line(trace.distance_m)" class="subject" />
    <g v-for="tick in ticks" :key="tick">
      <line x1="40" x2="44" :y1="y(tick)" :y2="y(tick)" class="axis" />
      <text x="37" :y="y(tick) + 3.5" text-anchor="end">{{ distanceText(tick) }}</text>
    </g>
    <line x1="44" x2="44" y1="10" :y2="FOOT" class="axis" />
    <line :x1="x(lead)" :x2="x(lead)" y1="10" :y2="FOOT" class="press" />
    <text :x="x(lead) + 3" y="18">released from here</text>
    <!-- eslint-disable-next-line vuejs-accessibility/click-events-have-key-events, vuejs-accessibility/no-static-element-interactions -- the strip below has each frame as a button -->
    <g v-for="(frame, i) in frames" :key="i" class="frame" @click="emit('at', i)">
      <circle v-if="frame.sharp" :cx="frame.x" :cy="frame.y" r="3.2" class="sharp" />
      <path v-else :d="`M${frame.x - 3} ${frame.y - 3}l6 6M${frame.x - 3} ${frame.y + 3}l6 -6`" class="soft-frame" />
      <circle v-if="i === at" :cx="frame.x" :cy="frame.y" r="7" class="here" />
    </g>
    <text :x="wide - 8" :y="TALL - 6" text-anchor="end">{{ fixed(last, 1) }} s</text>
    <text x="44" :y="TALL - 6">0 s</text>
  </svg>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
  background: var(--well);
}

text {
  fill: var(--soft);
  font-size: 10.5px;
}

.axis,
.press {
  stroke: var(--edge);
}

.press {
  stroke-dasharray: 3 3;
}

.across {
  stroke: var(--cost);
  stroke-width: 2;
  opacity: 0.55;
}

.depth {
  fill: var(--move);
  opacity: 0.16;
}

.focus {
  fill: none;
  stroke: var(--move);
  stroke-width: 1.6;
}

.subject {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.2;
  stroke-dasharray: 5 3;
}

.sharp {
  fill: var(--ink);
}

.soft-frame {
  fill: none;
  stroke: var(--stop);
  stroke-width: 1.8;
}

.here {
  fill: none;
  stroke: var(--move);
  stroke-width: 2;
}

.frame {
  cursor: pointer;
}
</style>
