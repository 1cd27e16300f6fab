<script setup lang="ts">
/** How far off the answers were, one after the other: lower is better, and the line under them is right. */
import { computed } from 'vue'
import { fixed } from '@/shared/numberText'

const props = defineProps<{ stops: readonly number[]; title: string }>()
const WIDE = 150
const TALL = 30
const MOST = 3
const bars = computed(() => props.stops.slice(-30))
const told = computed(
  () => `${props.title}, the last ${bars.value.length} answers, stops off: ${bars.value.map((each) => fixed(each, 1)).join(', ')}`,
)
</script>

<template>
  <svg v-if="bars.length" :viewBox="`0 0 ${WIDE} ${TALL}`" :width="WIDE" :height="TALL" role="img" :aria-label="told">
    <line class="ground" x1="0" :x2="WIDE" :y1="TALL - 1" :y2="TALL - 1" />
    <rect
      v-for="(off, k) in bars"
      :key="k"
      :class="{ right: off <= 0.5 }"
      :x="k * 5 + 1"
      :y="TALL - 2 - (Math.min(off, MOST) / MOST) * (TALL - 4) - 1"
      width="3.4"
      :height="(Math.min(off, MOST) / MOST) * (TALL - 4) + 1.5" />
  </svg>
</template>

<style scoped>
.ground {
  stroke: var(--edge);
}

rect {
  fill: var(--cost);
}

rect.right {
  fill: var(--move);
}
</style>
