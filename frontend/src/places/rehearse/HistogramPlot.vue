<script setup lang="ts">
/** A histogram: counts over levels or stops, one line a channel, with marks where tones are lost. */
import { computed } from 'vue'

const props = defineProps<{
  name: string
  counts: readonly (readonly number[])[]
  channels: readonly ('red' | 'green' | 'blue' | 'grey')[]
  logarithmic: boolean
  marks: readonly { at: number; label: string; kind: 'screen' | 'raw' | 'plain' }[]
  ticks: readonly { at: number; label: string }[]
}>()
const WIDTH = 340
const HEIGHT = 86
const top = computed(() => {
  const sorted = props.counts.flatMap((channel) => channel.slice(1, -1)).sort((a, b) => a - b)
  return Math.max(sorted[Math.floor(sorted.length * 0.995)] ?? 1, 1)
})
const height = (count: number): number => {
  const share = props.logarithmic ? Math.log1p(count) / Math.log1p(top.value) : count / top.value
  return Math.min(share, 1) * (HEIGHT - 4)
}
function path(channel: readonly number[]): string {
  const step = WIDTH / channel.length
  const points = channel.map((count, i) => `${(i * step).toFixed(1)} ${(HEIGHT - height(count)).toFixed(1)}H${((i + 1) * step).toFixed(1)}`)
  return `M0 ${HEIGHT}L${points.join('L')}V${HEIGHT}Z`
}
</script>

<template>
  <svg class="histogram" :viewBox="`0 0 ${WIDTH} ${HEIGHT + 16}`" role="img" :aria-label="name">
    <rect class="ground" x="0" y="0" :width="WIDTH" :height="HEIGHT" />
    <path v-for="(channel, i) in counts" :key="i" :class="channels[i]" :d="path(channel)" />
    <g v-for="mark in marks" :key="mark.label" :class="mark.kind">
      <line :x1="mark.at * WIDTH" :x2="mark.at * WIDTH" y1="0" :y2="HEIGHT" />
      <text :x="mark.at * WIDTH + (mark.at > 0.7 ? -3 : 3)" y="10" :text-anchor="mark.at > 0.7 ? 'end' : 'start'">{{ mark.label }}</text>
    </g>
    <text
      v-for="tick in ticks"
      :key="tick.label"
      class="tick"
      :x="tick.at * WIDTH"
      :y="HEIGHT + 12"
      :text-anchor="tick.at < 0.03 ? 'start' : tick.at > 0.97 ? 'end' : 'middle'">
      {{ tick.label }}
    </text>
  </svg>
</template>

<style scoped>
.histogram {
  display: block;
  width: 100%;
}

.ground {
  fill: var(--sheet);
  stroke: var(--rule);
}

path {
  fill-opacity: 0.42;
  mix-blend-mode: multiply;
}

[data-theme='dark'] path,
[data-theme='night-red'] path {
  mix-blend-mode: normal;
}

path.red {
  fill: #a8483a;
}

path.green {
  fill: #4d7f55;
}

path.blue {
  fill: #48639a;
}

path.grey {
  fill: var(--soft);
  fill-opacity: 0.55;
}

line {
  stroke-width: 1.2;
}

text {
  font-size: 10px;
  font-stretch: 80%;
}

.screen line {
  stroke: var(--cost);
}

.screen text {
  fill: var(--cost);
}

.raw line {
  stroke: var(--stop);
}

.raw text {
  fill: var(--stop);
}

.plain line {
  stroke: var(--soft);
  stroke-dasharray: 2 2;
}

.plain text,
.tick {
  fill: var(--soft);
}
</style>
