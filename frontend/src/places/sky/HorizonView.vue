<script setup lang="ts">
/**
 * The sky laid out over the horizon: bearings along, heights up; brightness, land, the ways of Sun, Moon and core,
 * and the lens's frame, which the pointer or the arrow keys turn.
 */
import { useElementSize } from '@vueuse/core'
import { computed, ref, useId } from 'vue'
import type { PanoramaOut } from '@/api/types'
import { followPointer } from '@/shared/followPointer'
import { clockText } from '@/shared/format'

const props = defineProps<{ sky: PanoramaOut; at: number; pointed: { bearing: number; tilt: number } | null; close: boolean }>()
const emit = defineEmits<{ turn: [bearing: number, tilt: number]; turned: [bearing: number, tilt: number] }>()

const box = ref<HTMLElement | null>(null)
const { width, height: boxHeight } = useElementSize(box)
const LEAST_HEIGHT = 330
const height = computed(() => Math.max(Math.floor(boxHeight.value), LEAST_HEIGHT))
const FLOOR = 26
const clip = useId()
const land = useId()
const NAMES = ['N', 'NE', 'E', 'SE', 'S', 'SW', 'W', 'NW']
const KEY_DEG = 1
const WHOLE_DEG = 360
const TOP_DEG = 84
const BRIGHT_MAG = 17
const DARK_MAG = 21.9

const turnedFrom = (azimuth: number, centre: number): number => ((((azimuth - centre) % 360) + 540) % 360) - 180
/** How wide the frame's outline is: a long lens is looked at closely. */
const reach = computed(() => {
  const frame = props.sky.frame
  if (!frame || !props.pointed) return 60
  return Math.max(...frame.azimuth_deg.map((azimuth) => Math.abs(turnedFrom(azimuth, props.pointed!.bearing))), 0.5)
})
const span = computed(() => (props.close ? Math.min(Math.max(reach.value * 9, 6), WHOLE_DEG) : WHOLE_DEG))
const held = ref<{ bearing: number; tilt: number } | null>(null)
/** The view stands still while the frame is turned, else it would run away from the pointer. */
const centre = computed(() => held.value?.bearing ?? (props.close && props.pointed ? props.pointed.bearing : 180))
const degPerPx = computed(() => span.value / Math.max(width.value, 200))
const room = computed(() => height.value - FLOOR)
const rise = computed(() => (props.close ? room.value * degPerPx.value : TOP_DEG + 4))
const low = computed(() => (props.close && (held.value ?? props.pointed) ? (held.value ?? props.pointed)!.tilt - rise.value / 2 : -4))

const x = (azimuth: number): number => width.value / 2 + turnedFrom(azimuth, centre.value) / degPerPx.value
const y = (altitude: number): number => room.value - ((altitude - low.value) / rise.value) * room.value

/** A line on the sky, broken where it leaves one side and comes back on the other. */
function way(azimuths: readonly number[], altitudes: readonly number[]): string {
  let d = ''
  azimuths.forEach((azimuth, i) => {
    const jumps = i === 0 || Math.abs(x(azimuth) - x(azimuths[i - 1]!)) > width.value / 2
    d += `${jumps ? 'M' : 'L'}${x(azimuth).toFixed(1)} ${y(altitudes[i]!).toFixed(1)}`
  })
  return d
}

const cells = computed(() => {
  const { azimuth_deg: azimuths, altitude_deg: altitudes, magnitude } = props.sky.glow
  const wide = azimuths[1]! - azimuths[0]!
  const tall = altitudes[1]! - altitudes[0]!
  return altitudes.flatMap((altitude, row) =>
    azimuths
      .slice(0, -1)
      .map((azimuth, column) => {
        const bright = Math.min(Math.max((DARK_MAG - magnitude[row]![column]!) / (DARK_MAG - BRIGHT_MAG), 0), 1)
        const top = row === altitudes.length - 1 ? 91 : altitude + tall / 2
        const at = x(azimuth)
        // Where the circle is cut open, the cell shows at both sides.
        const also = at < wide / degPerPx.value ? [0, 360] : at > width.value - wide / degPerPx.value ? [0, -360] : [0]
        return also.map((by) => ({
          key: `${row}/${column}/${by}`,
          x: at + (by - wide / 2) / degPerPx.value,
          y: y(top),
          width: wide / degPerPx.value + 1,
          height: y(altitude - tall / 2) - y(top) + 1,
          bright,
        }))
      })
      .flat(),
  )
})

const landPath = computed(() => {
  const azimuths = props.sky.glow.azimuth_deg
  const from = centre.value - span.value / 2
  const points: string[] = []
  for (let i = 0; i <= 72; i++) {
    const azimuth = from + (i / 72) * span.value
    const at = (((azimuth % 360) + 360) % 360) / (azimuths[1]! - azimuths[0]!)
    const k = Math.min(Math.floor(at), azimuths.length - 2)
    const stands = props.sky.horizon_deg[k]! + (props.sky.horizon_deg[k + 1]! - props.sky.horizon_deg[k]!) * (at - k)
    points.push(`${((i / 72) * width.value).toFixed(1)} ${Math.min(y(stands), room.value).toFixed(1)}`)
  }
  return `M${points.join('L')}L${width.value} ${room.value}L0 ${room.value}Z`
})

const bearings = computed(() => {
  const step = span.value > 200 ? 45 : span.value > 60 ? 15 : span.value > 20 ? 5 : 1
  const found = []
  for (let azimuth = 0; azimuth < 360; azimuth += step) {
    const at = x(azimuth)
    if (at > 8 && at < width.value - 8) found.push({ at, label: azimuth % 45 === 0 ? NAMES[azimuth / 45]! : `${azimuth}°`, main: azimuth % 90 === 0 })
  }
  return found
})
const heights = computed(() => {
  const step = rise.value > 50 ? 15 : rise.value > 12 ? 5 : 1
  const found = []
  for (let altitude = Math.ceil(low.value / step) * step; altitude < low.value + rise.value; altitude += step) if (altitude >= 0) found.push(altitude)
  return found
})

const outline = computed(() => (props.sky.frame ? way(props.sky.frame.azimuth_deg, props.sky.frame.altitude_deg) : ''))

/** Hour marks along a track, each with its clock. */
function hourMarks(track: PanoramaOut['tracks'][number]): { x: number; y: number; label: string }[] {
  return track.minutes.flatMap((minute, i) =>
    minute % 120 === 0 && track.altitude_deg[i]! > low.value + 1 && track.altitude_deg[i]! > 0
      ? [{ x: x(track.azimuth_deg[i]!), y: y(track.altitude_deg[i]!), label: clockText(minute) }]
      : [],
  )
}
const named = computed(() => props.sky.stars.filter((star) => star.magnitude < 0.8))

function beginTurn(event: PointerEvent): void {
  if (!props.pointed || event.button !== 0) return
  const from = { ...props.pointed }
  held.value = from
  const to = (now: PointerEvent): [number, number] => [
    from.bearing + (now.clientX - event.clientX) * degPerPx.value,
    Math.min(Math.max(from.tilt - ((now.clientY - event.clientY) / room.value) * rise.value, -20), 90),
  ]
  followPointer(event, {
    move: (now) => emit('turn', ...to(now)),
    end: (now) => {
      held.value = null
      emit('turned', ...to(now))
    },
    cancel: () => (held.value = null),
  })
}

function key(event: KeyboardEvent): void {
  if (!props.pointed) return
  const by = event.shiftKey ? 10 * KEY_DEG : KEY_DEG
  const ways: Record<string, [number, number]> = { ArrowLeft: [-by, 0], ArrowRight: [by, 0], ArrowUp: [0, by], ArrowDown: [0, -by] }
  const move = ways[event.key]
  if (!move) return
  event.preventDefault()
  emit('turned', props.pointed.bearing + move[0], props.pointed.tilt + move[1])
}
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
        <path v-if="sky.frame && outline" class="frame-grip" :d="outline" aria-hidden="true" @pointerdown="beginTurn" />
        <path
          v-if="sky.frame"
          class="frame"
          :class="{ cut: outline.split('M').length > 2 }"
          :d="outline"
          tabindex="0"
          role="slider"
          :aria-label="`Frame of the lens. Arrow keys turn it by a degree, with Shift by ten`"
          :aria-valuenow="Math.round(pointed?.bearing ?? 0)"
          :aria-valuetext="`to ${Math.round(pointed?.bearing ?? 0)} degrees, tilted ${Math.round(pointed?.tilt ?? 0)}`"
          aria-valuemin="0"
          aria-valuemax="360"
          @pointerdown="beginTurn"
          @keydown="key" />
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

.frame {
  fill: var(--move);
  fill-opacity: 0.12;
  stroke: var(--move);
  stroke-width: 2;
  cursor: move;
  touch-action: none;
}

/* A frame over the zenith leaves one side and comes back on the other: it has no inside to fill. */
.frame.cut {
  fill: none;
}

.frame-grip {
  fill: none;
  stroke: transparent;
  stroke-width: 16;
  cursor: move;
  touch-action: none;
}

.floor {
  stroke: var(--edge);
}
</style>
