<script setup lang="ts">
/** The sky behind the hours: twilight bands, the EV curve with its uncertainty, and the heights of Sun, Moon and core. */
import { computed } from 'vue'
import type { DayOut } from '@/api/types'
import { clockText } from '@/shared/format'

/** A part of the drawing where something is written. */
interface Room {
  x: number
  y: number
  wide: number
  tall: number
}
/** avoid: where no name of a track may stand; namesAbove: how far down one may. */
const props = defineProps<{
  day: DayOut
  x: (minutes: number) => number
  y: (ev: number) => number
  bottom: number
  namesAbove?: number
  avoid?: readonly Room[]
}>()

const SHADES = [
  { above: -0.833, shade: 0 },
  { above: -6, shade: 0.05 },
  { above: -12, shade: 0.1 },
  { above: -18, shade: 0.15 },
  { above: -90, shade: 0.2 },
]
const EVENT_ROOM_PX = 96

function path(heights: readonly number[], y: (value: number) => number): string {
  return heights.map((height, i) => `${i ? 'L' : 'M'}${props.x(props.day.minutes[i]!).toFixed(1)} ${y(height).toFixed(1)}`).join('')
}

const band = computed(() => {
  const { minutes, ev_low: low, ev_high: high } = props.day
  const back = [...low.keys()].reverse().map((i) => `L${props.x(minutes[i]!).toFixed(1)} ${props.y(low[i]!).toFixed(1)}`)
  return `${path(high, props.y)}${back.join('')}Z`
})

/** Stretches of one kind of twilight. */
const twilights = computed(() => {
  const { minutes, sun_altitude_deg: sun } = props.day
  const kindAt = (i: number): number => SHADES.findIndex((kind) => sun[i]! >= kind.above)
  const found: { from: number; to: number; shade: number }[] = []
  let begun = 0
  for (let i = 1; i <= minutes.length; i++) {
    if (i < minutes.length && kindAt(i) === kindAt(begun)) continue
    found.push({ from: minutes[begun]!, to: minutes[Math.min(i, minutes.length - 1)]!, shade: SHADES[kindAt(begun)]!.shade })
    begun = i
  }
  return found
})

/** Height over the horizon: 0 on the floor of the strip, 90 at its top. */
const high = (degrees: number): number => props.bottom - (Math.max(degrees, 0) / 90) * (props.bottom - 12)

interface Way {
  kind: string
  d: string
  name: string
  /** Where its name stands: on the track, where nothing else is written. */
  x: number
  y: number
}
const NAME_PX = { wide: 52, tall: 12 }
function nameAt(heights: readonly number[], placed: readonly Room[]): { x: number; y: number } {
  const { minutes } = props.day
  const end = props.x(minutes.at(-1)!)
  const spots = heights
    .map((height, i) => ({ height, x: Math.min(Math.max(props.x(minutes[i]!), 30), end - 24), y: high(height) - 3 }))
    .filter(({ height }) => height >= 0)
    .sort((a, b) => b.height - a.height)
    .map(({ x, y }) => ({ x, y: Math.max(Math.min(y, props.namesAbove ?? props.bottom), 21) }))
  const taken = [...(props.avoid ?? []), ...placed]
  const isFree = ({ x, y }: { x: number; y: number }): boolean =>
    taken.every(
      (room) => x + NAME_PX.wide / 2 < room.x || x - NAME_PX.wide / 2 > room.x + room.wide || y < room.y || y - NAME_PX.tall > room.y + room.tall,
    )
  return spots.find(isFree) ?? spots[0]!
}
const ways = computed<Way[]>(() => {
  const { day } = props
  const all = [
    { kind: 'sun', name: 'Sun', heights: day.sun_altitude_deg },
    { kind: 'moon', name: `Moon ${Math.round(day.moon_fraction * 100)} %`, heights: day.moon_altitude_deg },
    { kind: 'core', name: 'core', heights: day.core_altitude_deg },
  ]
  const placed: Room[] = []
  return all.flatMap(({ kind, name, heights }) => {
    const top = Math.max(...heights)
    // The galactic core is only drawn where it can be seen: in the dark.
    if (top < 2 || (kind === 'core' && Math.min(...day.sun_altitude_deg) > -12)) return []
    const up = heights.map((height, i) => (kind === 'core' && day.sun_altitude_deg[i]! > -12 ? -1 : height))
    if (Math.max(...up) < 0) return []
    const at = nameAt(up, placed)
    placed.push({ x: at.x - NAME_PX.wide / 2, y: at.y - NAME_PX.tall, wide: NAME_PX.wide, tall: NAME_PX.tall })
    return [{ kind, d: track(up, kind !== 'core'), name, ...at }]
  })
})

/** onHorizon: it begins and ends there, not at the first moment reckoned above it; what only the dark hides ends where it ends. */
function track(heights: readonly number[], onHorizon: boolean): string {
  const { minutes } = props.day
  let d = ''
  heights.forEach((height, i) => {
    const before = heights[i - 1] ?? height
    const crosses = before < 0 !== height < 0
    if (crosses && onHorizon) {
      const minute = minutes[i - 1]! + (before / (before - height)) * (minutes[i]! - minutes[i - 1]!)
      d += `${height >= 0 ? 'M' : 'L'}${props.x(minute).toFixed(1)} ${high(0).toFixed(1)}`
    }
    if (height < 0) return
    const goesOn = d && (onHorizon || before >= 0)
    d += `${goesOn ? 'L' : 'M'}${props.x(minutes[i]!).toFixed(1)} ${high(height).toFixed(1)}`
  })
  return d
}

const events = computed(() => {
  let last = -Infinity
  return props.day.events
    .filter((event) => !event.kind.startsWith('nautical'))
    .map((event) => {
      const at = props.x(event.at_min)
      const named = at - last > EVENT_ROOM_PX && at < props.x(props.day.minutes.at(-1)!) - EVENT_ROOM_PX + 20
      if (named) last = at
      return { ...event, at, named }
    })
})
</script>

<template>
  <g>
    <rect
      v-for="part in twilights"
      :key="part.from"
      class="shade"
      :x="x(part.from)"
      y="0"
      :width="Math.max(x(part.to) - x(part.from), 0)"
      :height="bottom"
      :style="{ opacity: part.shade }" />
    <path v-for="way in ways" :key="way.kind" class="way" :class="way.kind" :d="way.d" />
    <path class="band" :d="band" />
    <path class="ev" :d="path(day.ev100, y)" />
    <text v-for="way in ways" :key="`name-${way.kind}`" class="name" :x="way.x" :y="way.y" text-anchor="middle">{{ way.name }}</text>
    <g v-for="event in events" :key="event.kind + event.at_min">
      <line class="event" :x1="event.at" :x2="event.at" y1="0" :y2="bottom" />
      <text v-if="event.named" class="event-name" :x="event.at + 3" y="9">{{ event.label }} {{ clockText(Math.round(event.at_min)) }}</text>
      <title>{{ event.label }} {{ clockText(Math.round(event.at_min)) }}</title>
    </g>
  </g>
</template>

<style scoped>
.shade {
  fill: var(--shade);
}

.band {
  fill: var(--move);
  opacity: 0.14;
}

.ev {
  fill: none;
  stroke: var(--move);
  stroke-width: 1.4;
}

.way {
  fill: none;
  stroke: var(--soft);
  stroke-width: 0.9;
}

.way.moon {
  stroke-dasharray: 5 3;
}

.way.core {
  stroke-dasharray: 1 3;
  stroke-width: 1.6;
  stroke-linecap: round;
}

.event {
  stroke: var(--edge);
  stroke-width: 0.7;
  stroke-dasharray: 2 2;
}

text {
  fill: var(--soft);
  font-size: 10px;
  font-stretch: 80%;
  paint-order: stroke;
  stroke: var(--wall);
  stroke-width: 3px;
  stroke-linejoin: round;
}

.event-name {
  fill: var(--ink);
}
</style>
