<script setup lang="ts">
/**
 * One ruler: an axis with every limit where it bites, hatched and named, and the chosen value as a marker that can be
 * dragged or nudged. The same component draws all six. The marker moves at once; the plan follows.
 */
import { useElementSize } from '@vueuse/core'
import { computed, ref, useId } from 'vue'
import { type Band, type Flag, flags, placeLabels, roomyTicks, type RulerScale, stretches, textWidth, type Tick } from './scales'

const props = defineProps<{
  name: string
  /** The chosen value in words, and what it means. */
  valueText: string
  meaning: string
  scale: RulerScale
  ticks: Tick[]
  bands: Band[]
  /** Marks without a window: hyperfocal distance, lamps of the scene. */
  notes?: Flag[]
  /** A stretch drawn as a soft field: what is sharp, what the scene spans. */
  field?: { from: number; to: number; text: string } | null
  /** A spread drawn in the bar: heights 0..1 over values. */
  profile?: { value: number; height: number }[]
  marker: number | null
  /** The nearest value that may be set, for a position on the ruler. */
  snap?: (value: number) => number
  /** The value some third steps further. */
  nudge?: (value: number, steps: number) => number
  pinned?: boolean
  fixed?: boolean
  spoken?: string
}>()
const emit = defineEmits<{ move: [value: number]; settle: [value: number]; cancel: []; release: [] }>()

const HEIGHT = 58
const BAR_TOP = 17
const BAR = 21
const track = ref<SVGSVGElement | null>(null)
const { width } = useElementSize(track)
const hatch = useId()
const dragged = ref<number | null>(null)

const shown = computed(() => dragged.value ?? props.marker)
const markerUnit = computed(() => (shown.value === null ? null : Math.min(1, Math.max(0, props.scale.toUnit(shown.value)))))
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

const STEPS: Record<string, number> = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1, PageUp: 3, PageDown: -3 }

function key(event: KeyboardEvent): void {
  if (event.key === 'Backspace' || event.key === 'Delete') {
    event.preventDefault()
    emit('release')
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
      class="track"
      :class="{ fixed }"
      :role="fixed ? 'img' : 'slider'"
      :tabindex="fixed ? undefined : 0"
      :aria-label="name"
      :aria-valuenow="fixed || marker === null ? undefined : marker"
      :aria-valuetext="fixed ? undefined : (spoken ?? valueText)"
      @pointerdown="down"
      @pointermove="move"
      @pointerup="up"
      @pointercancel="cancel"
      @keydown="key">
      <svg ref="track" :height="HEIGHT" :viewBox="`0 0 ${width || 1} ${HEIGHT}`" preserveAspectRatio="none" aria-hidden="true">
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
    -webkit-line-clamp: 1;
  }
}
</style>
