<script setup lang="ts">
/** A frame's moment seen from above: camera, subject, the plane in focus with the depth about it, what crossed, what lies behind. */
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { Scenario, Trace } from '@/api/types'
import { distanceText } from '@/shared/units'

const props = defineProps<{ trace: Trace; scenario: Scenario; moment: number }>()
const drawing = ref<SVGSVGElement | null>(null)
const { width } = useElementSize(drawing)
const wide = computed(() => Math.max(width.value, 260))
const least = computed(() => Math.min(...props.trace.distance_m, ...props.trace.focus_m) * 0.7)
const most = computed(() => Math.max(...props.trace.distance_m) * 1.5)
function x(metres: number): number {
  const share = Math.log(Math.min(Math.max(metres, least.value), most.value) / least.value) / Math.log(most.value / least.value)
  return 48 + share * (wide.value - 76)
}
const subject = computed(() => props.trace.distance_m[props.moment]!)
const focus = computed(() => props.trace.focus_m[props.moment]!)
const depth = computed(() => ({ near: x(props.trace.near_m[props.moment]!), far: x(props.trace.far_m[props.moment] ?? 1e9) }))
const crossed = computed(() => props.trace.crossed[props.moment])
</script>

<template>
  <svg
    ref="drawing"
    height="96"
    :viewBox="`0 0 ${wide} 96`"
    role="img"
    :aria-label="`Seen from above: subject at ${distanceText(subject)}, focus at ${distanceText(focus)}`">
    <path d="M10 33h18v-7h8v32h-8v-7h-18z" class="camera" />
    <path :d="`M36 42L${wide - 8} 12M36 42L${wide - 8} 72`" class="view" />
    <rect :x="depth.near" y="8" :width="Math.max(depth.far - depth.near, 1.5)" height="66" class="depth" />
    <line :x1="x(focus)" :x2="x(focus)" y1="6" y2="76" class="plane" />
    <circle :cx="x(subject)" cy="42" r="8" class="subject" />
    <path v-if="crossed" :d="`M${x(subject * (1 - scenario.crossing_nearer)) - 7} 35h14v14h-14z`" class="crossing" />
    <text :x="x(subject) - 12" y="46" text-anchor="end">{{ distanceText(subject) }}</text>
    <text :x="Math.min(x(focus) + 4, wide - 90)" y="90">in focus {{ distanceText(focus) }}</text>
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

.camera,
.subject {
  fill: var(--ink);
}

.view {
  fill: none;
  stroke: var(--rule);
}

.depth {
  fill: var(--move);
  opacity: 0.18;
}

.plane {
  stroke: var(--move);
  stroke-width: 2;
}

.crossing {
  fill: var(--cost);
}
</style>
