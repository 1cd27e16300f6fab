<script setup lang="ts">
/** The lenses as a picture: which angles are owned at which aperture, seen as on a 36 mm wide frame, and where nothing is. */
import { computed } from 'vue'
import type { Lens } from '@/api/types'
import { apertureText } from '@/shared/format'

const props = defineProps<{ lenses: readonly Lens[] }>()
const WIDTH = 1000
const HEIGHT = 230
const EDGE = { left: 52, right: 18, top: 14, bottom: 40 }
const FRAME_MM = 36
const shown = computed(() => props.lenses.filter((lens) => !lens.built_into))
const ends = computed(() => {
  const focals = shown.value.flatMap((lens) => [lens.focal_min_mm, lens.focal_max_mm])
  return [Math.min(12, ...focals) * 0.9, Math.max(400, ...focals) * 1.1] as const
})
const darkest = computed(() => Math.max(8, ...shown.value.flatMap((lens) => lens.widest.map((each) => each.f_number))))
const brightest = computed(() => Math.min(1.4, ...shown.value.flatMap((lens) => lens.widest.map((each) => each.f_number))))
/** Equal ratios are equal lengths. */
const logScale =
  ([from, to]: readonly [number, number], [first, last]: readonly [number, number]) =>
  (value: number): number =>
    first + (Math.log(value / from) / Math.log(to / from)) * (last - first)
const x = computed(() => logScale(ends.value, [EDGE.left, WIDTH - EDGE.right]))
const y = computed(() => logScale([brightest.value * 0.92, darkest.value * 1.08], [EDGE.top, HEIGHT - EDGE.bottom]))
const marks = computed(() => [10, 14, 20, 28, 35, 50, 85, 135, 200, 300, 400, 600, 800].filter((mm) => mm > ends.value[0] && mm < ends.value[1]))
const stops = computed(() => [1, 1.4, 2, 2.8, 4, 5.6, 8, 11].filter((stop) => stop > brightest.value * 0.92 && stop < darkest.value * 1.08))
const angle = (mm: number): number => Math.round((2 * Math.atan(FRAME_MM / (2 * mm)) * 180) / Math.PI)
const pathOf = (lens: Lens): string =>
  [...lens.widest]
    .sort((a, b) => a.focal_length_mm - b.focal_length_mm)
    .map((point, k) => `${k ? 'L' : 'M'}${x.value(point.focal_length_mm).toFixed(1)} ${y.value(point.f_number).toFixed(1)}`)
    .join(' ')
const isSingle = (lens: Lens): boolean => lens.focal_min_mm === lens.focal_max_mm

/** Stretches between two owned focal lengths that no lens covers, of more than a third. */
const WIDE_GAP = 1.34
const gaps = computed(() => {
  const spans = shown.value.map((lens) => [lens.focal_min_mm, lens.focal_max_mm] as const).sort((a, b) => a[0] - b[0])
  const found: [number, number][] = []
  let reached = spans[0]?.[1] ?? 0
  for (const [from, to] of spans) {
    if (from > reached * WIDE_GAP) found.push([reached, from])
    reached = Math.max(reached, to)
  }
  return found
})
const described = computed(() =>
  shown.value
    .map(
      (lens) =>
        `${lens.name}: ${angle(lens.focal_max_mm)}${isSingle(lens) ? '' : ` to ${angle(lens.focal_min_mm)}`} degrees at ${lens.widest.map((each) => apertureText(each.f_number)).join(' to ')}`,
    )
    .join('; '),
)
const gapText = computed(() => gaps.value.map(([from, to]) => `${Math.round(from)}–${Math.round(to)} mm`).join(', '))
</script>

<template>
  <section v-if="shown.length" aria-label="What the lenses see">
    <h2>What they see</h2>
    <p class="soft">
      Widest aperture over focal length; below, the angle across a 36 mm wide frame{{ gaps.length ? `. Nothing owned between ${gapText}` : '' }}.
    </p>
    <svg :viewBox="`0 0 ${WIDTH} ${HEIGHT}`" role="img" :aria-label="`Angles and apertures owned. ${described}`">
      <g v-for="[from, to] in gaps" :key="from">
        <rect :x="x(from)" :y="EDGE.top" :width="x(to) - x(from)" :height="HEIGHT - EDGE.top - EDGE.bottom" class="gap" />
      </g>
      <g v-for="stop in stops" :key="`f${stop}`">
        <line :x1="EDGE.left" :x2="WIDTH - EDGE.right" :y1="y(stop)" :y2="y(stop)" class="grid" />
        <text :x="EDGE.left - 8" :y="y(stop) + 4" text-anchor="end">f/{{ stop }}</text>
      </g>
      <g v-for="mm in marks" :key="mm">
        <line :x1="x(mm)" :x2="x(mm)" :y1="EDGE.top" :y2="HEIGHT - EDGE.bottom" class="grid" />
        <text :x="x(mm)" :y="HEIGHT - EDGE.bottom + 16" text-anchor="middle">{{ mm }}</text>
        <text :x="x(mm)" :y="HEIGHT - EDGE.bottom + 31" text-anchor="middle" class="angle">{{ angle(mm) }}°</text>
      </g>
      <g v-for="lens in shown" :key="lens.id">
        <title>{{ lens.name }}</title>
        <circle v-if="isSingle(lens)" :cx="x(lens.focal_min_mm)" :cy="y(lens.widest[0]!.f_number)" r="6" class="one" />
        <path v-else :d="pathOf(lens)" class="span" />
      </g>
    </svg>
  </section>
</template>

<style scoped>
section {
  margin-top: 22px;
}

svg {
  width: 100%;
  margin-top: 6px;
  background: var(--sheet);
}

text {
  fill: var(--ink);
  font-size: 12px;
}

.angle {
  fill: var(--soft);
}

.grid {
  stroke: var(--rule);
  stroke-width: 0.6;
}

.gap {
  fill: var(--well);
}

.span {
  fill: none;
  stroke: var(--move);
  stroke-linecap: round;
  stroke-width: 7;
}

.one {
  fill: var(--move);
}
</style>
