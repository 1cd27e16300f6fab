<script setup lang="ts">
/** A body's sensor to scale, within the larger and the smaller ones: its sides, its diagonal, how fine its pixels are. */
import { computed } from 'vue'
import type { Body } from '@/api/types'
import { fixed, significant } from '@/shared/numberText'

const props = defineProps<{ body: Body }>()
const OTHERS = [
  { name: '44 × 33', width: 43.8, height: 32.9 },
  { name: '36 × 24', width: 36, height: 24 },
  { name: '23.5 × 15.6', width: 23.5, height: 15.6 },
  { name: '13 × 9', width: 13.2, height: 8.8 },
]
const NEAR_MM = 0.6
const width = computed(() => props.body.sensor_width_mm)
const height = computed(() => props.body.sensor_height_mm)
const known = computed(() => width.value > 0 && height.value > 0 && props.body.megapixels > 0)
const wide = computed(() => Math.max(46, width.value + 4))
const tall = computed(() => Math.max(36, height.value + 8))
const others = computed(() => OTHERS.filter((each) => Math.abs(each.width - width.value) > NEAR_MM || Math.abs(each.height - height.value) > NEAR_MM))
const diagonal = computed(() => Math.hypot(width.value, height.value))
/** Pixels are square: as many to a side as their number and the sides say. */
const pixelUm = computed(() => (Math.sqrt((width.value * height.value) / (props.body.megapixels * 1e6)) || 0) * 1000)
const across = computed(() => Math.round(Math.sqrt((props.body.megapixels * 1e6 * width.value) / height.value)))
const said = computed(
  () =>
    `${significant(width.value, 3)} × ${significant(height.value, 3)} mm, ${fixed(diagonal.value, 1)} mm across the corners; ${across.value} × ${Math.round((across.value * height.value) / width.value)} pixels of ${fixed(pixelUm.value, 2)} µm`,
)
</script>

<template>
  <figure v-if="known">
    <svg :viewBox="`${-wide / 2} ${-tall / 2} ${wide} ${tall}`" role="img" :aria-label="`The sensor to scale: ${said}`">
      <rect class="own" :x="-width / 2" :y="-height / 2" :width="width" :height="height" />
      <g v-for="each in others" :key="each.name">
        <rect class="other" :x="-each.width / 2" :y="-each.height / 2" :width="each.width" :height="each.height" />
        <text class="name" :x="each.width / 2 - 0.5" :y="each.height / 2 - 0.6" text-anchor="end">{{ each.name }}</text>
      </g>
      <line class="across" :x1="-width / 2" :y1="height / 2" :x2="width / 2" :y2="-height / 2" />
    </svg>
    <figcaption>{{ said }}</figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
}

svg {
  display: block;
  width: 100%;
  max-height: 220px;
}

.other {
  fill: none;
  stroke: var(--edge);
  stroke-width: 0.15;
  stroke-dasharray: 0.6 0.4;
}

.own {
  fill: var(--move-faint);
  stroke: var(--move);
  stroke-width: 0.35;
}

.across {
  stroke: var(--move);
  stroke-width: 0.15;
}

.name {
  fill: var(--soft);
  font-size: 1.7px;
}

figcaption {
  font-size: 12.5px;
}
</style>
