<script setup lang="ts">
/**
 * The sky laid out over the horizon: bearings along, heights up; brightness, land, the ways of Sun, Moon and core,
 * and the lens's frame, which the pointer or the arrow keys turn.
 */
import { useElementSize } from '@vueuse/core'
import { computed, ref, useId } from 'vue'
import type { PanoramaOut } from '@/api/types'
import { clockText } from '@/shared/format'
import { type Direction, useHorizon } from './horizon'
import HorizonFrame from './HorizonFrame.vue'

const props = defineProps<{ sky: PanoramaOut; at: number; pointed: Direction | null; close: boolean }>()
const emit = defineEmits<{ turn: [bearing: number, tilt: number]; turned: [bearing: number, tilt: number] }>()

const box = ref<HTMLElement | null>(null)
const { width, height: boxHeight } = useElementSize(box)
const LEAST_HEIGHT = 330
const height = computed(() => Math.max(Math.floor(boxHeight.value), LEAST_HEIGHT))
const FLOOR = 26
const clip = useId()
const land = useId()
const held = ref<Direction | null>(null)
const room = computed(() => height.value - FLOOR)
const { x, y, way, cells, landPath, bearings, heights, outline, named, hourMarks, degPerPx, rise } = useHorizon(
  () => props.sky,
  () => props.pointed,
  () => props.close,
  held,
  width,
  room,
)
</script>

<template>
  <div ref="box" class="horizon">
    <svg :width="width" :height="height" role="group" :aria-label="`The sky at ${clockText(at)}`">
      <defs>
        <clipPath :id="clip"><rect x="0" y="0" :width="width" :height="room" /></clipPath>
        <pattern :id="land" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(60)">
          <rect class="land-floor" width="6" height="6" />
          <line class="land-line" x1="0" y1="0" x2="0" y2="6" />
        </pattern>
      </defs>
      <g :clip-path="`url(#${clip})`">
        <g class="glow">
          <rect
            v-for="cell in cells"
            :key="cell.key"
            :x="cell.x"
            :y="cell.y"
            :width="cell.width"
            :height="cell.height"
            :style="{ '--bright': `${Math.round(cell.bright * 100)}%` }" />
        </g>
        <g v-for="line in heights" :key="line">
          <line class="grid" x1="0" :x2="width" :y1="y(line)" :y2="y(line)" />
          <text class="height" x="4" :y="y(line) - 2">{{ line }}°</text>
        </g>
        <g v-for="star in sky.stars" :key="star.name">
          <circle class="star" :cx="x(star.azimuth_deg)" :cy="y(star.altitude_deg)" :r="Math.max(2.3 - star.magnitude * 0.7, 0.8)" />
          <title>{{ star.name }}</title>
        </g>
        <text v-for="star in named" :key="`name-${star.name}`" class="star-name" :x="x(star.azimuth_deg) + 5" :y="y(star.altitude_deg) + 3">
          {{ star.name }}
        </text>
        <g v-for="track in sky.tracks" :key="track.name" :class="track.kind">
          <path v-if="track.kind !== 'pole'" class="way" :d="way(track.azimuth_deg, track.altitude_deg)" />
          <template v-if="track.kind !== 'sun' && track.kind !== 'pole'">
            <g v-for="mark in hourMarks(track)" :key="mark.label">
              <circle class="tick" :cx="mark.x" :cy="mark.y" r="1.6" />
              <text class="tick-name" :x="mark.x + 3" :y="mark.y + 11">{{ mark.label }}</text>
            </g>
          </template>
        </g>
        <path :d="landPath" :fill="`url(#${land})`" class="land" />
        <g
          v-for="track in sky.tracks"
          :key="`now-${track.name}`"
          :class="track.kind"
          :transform="`translate(${x(track.now_azimuth_deg)} ${y(track.now_altitude_deg)})`">
          <template v-if="track.now_altitude_deg > -2">
            <path v-if="track.kind === 'pole'" class="sign" d="M-6 0H6M0 -6V6" />
            <path v-else-if="track.kind === 'core'" class="sign" d="M-9 3L-3 -4L3 4L9 -3" />
            <path v-else-if="track.kind === 'sun'" class="sign" d="M-7 -7H7V7H-7ZM-3 -3H3V3H-3Z" />
            <circle v-else-if="track.kind === 'moon'" class="sign" r="6.5" />
            <path v-else class="sign" d="M0 -7L6 5H-6Z" />
            <text class="now-name" :x="11" y="4">{{ track.name }}{{ track.kind === 'moon' ? ` ${Math.round(sky.moon_fraction * 100)} %` : '' }}</text>
          </template>
        </g>
        <HorizonFrame
          v-if="sky.frame && outline"
          :d="outline"
          :pointed="pointed"
          :deg-per-px="degPerPx"
          :deg-per-px-up="rise / room"
          @hold="(from) => (held = from)"
          @turn="(bearing, tilt) => emit('turn', bearing, tilt)"
          @turned="(bearing, tilt) => emit('turned', bearing, tilt)" />
      </g>
      <line class="floor" x1="0" :x2="width" :y1="room" :y2="room" />
      <g v-for="bearing in bearings" :key="bearing.label">
        <line class="floor" :x1="bearing.at" :x2="bearing.at" :y1="room" :y2="room + 4" />
        <text :class="{ main: bearing.main }" :x="bearing.at" :y="height - 6" text-anchor="middle">{{ bearing.label }}</text>
      </g>
    </svg>
  </div>
</template>

<style scoped>
.horizon {
  position: relative;
  min-width: 0;
  min-height: 332px;
  border: 1px solid var(--rule);
}

svg {
  position: absolute;
  inset: 0;
}

.glow {
  filter: blur(5px);
}

.glow rect {
  fill: color-mix(in srgb, var(--sky-bright) var(--bright), var(--sky-dark));
}

.grid {
  stroke: var(--edge);
  stroke-width: 0.4;
  opacity: 0.6;
}

text {
  fill: var(--soft);
  font-size: 11px;
  font-stretch: 85%;
}

text.main {
  fill: var(--ink);
  font-weight: 600;
}

.height,
.star-name,
.tick-name,
.now-name {
  fill: var(--ink);
}

.height,
.tick-name {
  font-size: 10px;
}

.star-name {
  font-size: 10px;
  opacity: 0.85;
}

.star {
  fill: var(--ink);
}

.way {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1;
  opacity: 0.75;
}

.moon .way {
  stroke-dasharray: 6 3;
}

.core .way {
  stroke-dasharray: 1 3;
  stroke-linecap: round;
  stroke-width: 2;
}

.target .way {
  stroke-dasharray: 8 3 1 3;
}

.tick {
  fill: var(--ink);
}

.sign {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.6;
}

.moon .sign {
  fill: var(--ink);
}

.now-name {
  font-weight: 600;
}

.land-floor {
  fill: var(--wall);
}

.land-line {
  stroke: var(--edge);
  stroke-width: 1.4;
}

.land {
  stroke: var(--edge);
}

.floor {
  stroke: var(--edge);
}
</style>
