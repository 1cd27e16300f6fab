<script setup lang="ts">
/** How high a target stands while it is dark, night by night through a year; a click goes to a night. */
import { computed } from 'vue'
import type { YearOut } from '@/api/types'

const props = defineProps<{ year: YearOut; date: string }>()
const emit = defineEmits<{ go: [date: string] }>()
const WIDTH = 322
const HEIGHT = 96
const FLOOR = 80
const points = computed(() => props.year.points)
const x = (i: number): number => 4 + (i / Math.max(points.value.length - 1, 1)) * (WIDTH - 8)
const y = (degrees: number): number => FLOOR - (Math.max(degrees, 0) / 90) * (FLOOR - 12)
const curve = computed(() => {
  let d = ''
  let drawing = false
  points.value.forEach((point, i) => {
    const shows = point.highest_deg !== null && point.highest_deg !== undefined && point.highest_deg > 0
    if (shows) d += `${drawing ? 'L' : 'M'}${x(i).toFixed(1)} ${y(point.highest_deg!).toFixed(1)}`
    drawing = shows
  })
  return d
})
const hours = computed(() => points.value.map((point, i) => `M${x(i).toFixed(1)} ${FLOOR}V${(FLOOR - point.dark_hours * 4).toFixed(1)}`).join(''))
const months = computed(() =>
  points.value.flatMap((point, i) =>
    point.date.endsWith('-01') ? [{ at: x(i), label: new Date(`${point.date}T12:00`).toLocaleString('en', { month: 'short' }) }] : [],
  ),
)
const lastAt = computed(() => points.value.findIndex((point) => point.date === props.year.last_evening))
function take(event: MouseEvent): void {
  const box = (event.currentTarget as SVGElement).getBoundingClientRect()
  const i = Math.round(((event.clientX - box.left - 4) / (WIDTH - 8)) * (points.value.length - 1))
  const point = points.value[Math.min(Math.max(i, 0), points.value.length - 1)]
  if (point) emit('go', point.date)
}
</script>

<template>
  <!-- eslint-disable-next-line vuejs-accessibility/click-events-have-key-events, vuejs-accessibility/no-static-element-interactions -- a short cut; the day field beside it does the same by keys -->
  <svg
    :width="WIDTH"
    :height="HEIGHT"
    role="img"
    :aria-label="`Height through the year; last evening of the season ${year.last_evening ?? 'none'}`"
    @click="take">
    <path class="hours" :d="hours" />
    <line class="floor" x1="4" :x2="WIDTH - 4" :y1="FLOOR" :y2="FLOOR" />
    <path class="curve" :d="curve" />
    <line v-if="lastAt >= 0" class="last" :x1="x(lastAt)" :x2="x(lastAt)" y1="8" :y2="FLOOR" />
    <text v-for="month in months" :key="month.label" :x="month.at" :y="HEIGHT - 4" text-anchor="middle">{{ month.label }}</text>
  </svg>
  <p class="soft">
    Line: greatest height. Bars: dark hours above your height, Moon left out.
    <template v-if="year.last_evening"
      >Last evening this season (before 23:00):
      <button class="link" @click="emit('go', year.last_evening!)">{{ year.last_evening }}</button>.</template
    >
    <template v-else>No evening before 23:00 in this year.</template>
  </p>
</template>

<style scoped>
svg {
  max-width: 100%;
  cursor: pointer;
}

.hours {
  stroke: var(--move);
  stroke-width: 1;
  opacity: 0.35;
}

.curve {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.4;
}

.floor {
  stroke: var(--edge);
}

.last {
  stroke: var(--cost);
  stroke-width: 1.6;
  stroke-dasharray: 4 2;
}

text {
  fill: var(--soft);
  font-size: 10px;
}

p {
  font-size: 12px;
  line-height: 1.3;
}
</style>
