<script setup lang="ts">
/** The ruler itself: bar, hatched limits with their names, ticks, field, spread and marker. It takes no input. */
import { useElementSize } from '@vueuse/core'
import { computed, ref, useId } from 'vue'
import { flags, placeLabels, roomyTicks, type RulerMarks, stretches, textWidth } from './scales'

const props = defineProps<RulerMarks & { marker: number | null; pinned?: boolean; fixed?: boolean }>()

const HEIGHT = 58
const BAR_TOP = 17
const BAR = 21
const drawing = ref<SVGSVGElement | null>(null)
const { width } = useElementSize(drawing)
const hatch = useId()

const markerUnit = computed(() => (props.marker === null ? null : Math.min(1, Math.max(0, props.scale.toUnit(props.marker)))))
const px = (unit: number): number => Math.round(unit * width.value * 10) / 10
const drawn = computed(() => stretches(props.bands, props.scale))
const allFlags = computed(() => [...flags(props.bands, props.scale), ...(props.notes ?? [])])
const labels = computed(() => {
  const at = markerUnit.value === null ? [] : [[px(markerUnit.value) - 7, px(markerUnit.value) + 7] as [number, number]]
  return placeLabels(allFlags.value, width.value, 1, at)
})
const shownTicks = computed(() => roomyTicks(props.ticks, props.scale, width.value))
const spread = computed(() => {
  const inside = (props.profile ?? [])
    .map((part) => ({ unit: props.scale.toUnit(part.value), height: part.height }))
    .filter((part) => part.unit >= 0 && part.unit <= 1)
  if (inside.length < 2) return ''
  const bottom = BAR_TOP + BAR
  const points = inside.map((part) => `${px(part.unit)} ${(bottom - part.height * (BAR - 2)).toFixed(1)}`)
  return `M${px(inside[0]!.unit)} ${bottom}L${points.join('L')}L${px(inside.at(-1)!.unit)} ${bottom}Z`
})
const hint = computed(() => allFlags.value.map((flag) => `${flag.label}: ${flag.sentence}`).join('\n'))
</script>

<template>
  <svg ref="drawing" :height="HEIGHT" :viewBox="`0 0 ${width || 1} ${HEIGHT}`" preserveAspectRatio="none" aria-hidden="true">
    <title>{{ hint }}</title>
    <defs>
      <pattern :id="`${hatch}-costs`" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <line x1="0" y1="0" x2="0" y2="7" class="hatch-costs" />
      </pattern>
      <pattern :id="`${hatch}-forbidden`" width="4.5" height="4.5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <line x1="0" y1="0" x2="0" y2="4.5" class="hatch-forbidden" />
      </pattern>
    </defs>
    <rect class="bar" x="0.5" :y="BAR_TOP" :width="Math.max(width - 1, 0)" :height="BAR" />
    <rect
      v-if="field"
      class="field"
      :x="px(Math.max(0, scale.toUnit(field.from)))"
      :y="BAR_TOP"
      :height="BAR"
      :width="Math.max(0, px(Math.min(1, scale.toUnit(field.to))) - px(Math.max(0, scale.toUnit(field.from))))">
      <title>{{ field.text }}</title>
    </rect>
    <path v-if="spread" class="spread" :d="spread" />
    <rect
      v-for="part in drawn"
      :key="`${part.from}${part.severity}`"
      :x="px(part.from)"
      :y="BAR_TOP"
      :width="px(part.to) - px(part.from)"
      :height="BAR"
      :fill="`url(#${hatch}-${part.severity})`" />
    <g v-for="tick in shownTicks" :key="tick.label">
      <line class="tick" :x1="px(tick.unit)" :x2="px(tick.unit)" :y1="BAR_TOP + BAR" :y2="BAR_TOP + BAR + 4" />
      <text
        class="tick-label"
        :x="px(tick.unit)"
        :y="BAR_TOP + BAR + 15"
        :text-anchor="tick.unit < 0.02 ? 'start' : tick.unit > 0.98 ? 'end' : 'middle'">
        {{ tick.label }}
      </text>
    </g>
    <g v-for="(flag, i) in labels" :key="i" :class="flag.severity">
      <line :x1="px(flag.at)" :x2="px(flag.at)" :y1="flag.x === null ? BAR_TOP : BAR_TOP - 6" :y2="BAR_TOP + BAR" />
      <text
        v-if="flag.x !== null"
        class="flag"
        :x="flag.side === 'left' ? flag.x + textWidth(flag.label) : flag.x"
        :y="BAR_TOP - 4"
        :text-anchor="flag.side === 'left' ? 'end' : 'start'">
        {{ flag.label }}
        <title>{{ flag.sentence }}</title>
      </text>
    </g>
    <g v-if="markerUnit !== null" class="marker" :class="{ fixed }" :transform="`translate(${px(markerUnit)} 0)`">
      <line x1="0" x2="0" :y1="BAR_TOP - 4" :y2="BAR_TOP + BAR + 3" />
      <path v-if="pinned" :d="`M-6 ${BAR_TOP - 11}h12v6l-6 6l-6 -6z`" />
      <path v-else :d="`M-5 ${BAR_TOP - 9}h10v4l-5 5l-5 -5z`" />
    </g>
  </svg>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
  overflow: visible;
}

.bar {
  fill: var(--sheet);
  stroke: var(--rule);
}

.field {
  fill: var(--move-faint);
}

.spread {
  fill: var(--soft);
  fill-opacity: 0.55;
}

.hatch-costs {
  stroke: var(--cost);
  stroke-width: 1;
}

.hatch-forbidden {
  stroke: var(--stop);
  stroke-width: 2.4;
}

.tick {
  stroke: var(--soft);
}

text {
  font-family: var(--font);
  font-size: 10.5px;
  font-stretch: 80%;
}

.tick-label {
  fill: var(--soft);
}

g.costs line {
  stroke: var(--cost);
}

g.costs text {
  fill: var(--cost);
}

g.forbidden line {
  stroke: var(--stop);
}

g.forbidden text {
  fill: var(--stop);
}

g.plain line {
  stroke: var(--soft);
}

g.plain text {
  fill: var(--soft);
}

.flag {
  cursor: help;
}

.marker line {
  stroke: var(--move);
  stroke-width: 3;
}

.marker path {
  fill: var(--move);
}

.marker.fixed line {
  stroke: var(--ink);
}

.marker.fixed path {
  fill: var(--ink);
}
</style>
