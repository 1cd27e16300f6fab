<script setup lang="ts">
/** How many frames were kept by their place in the burst. */
import { computed } from 'vue'
import type { KeepRate } from '@/api/types'

const props = defineProps<{ rates: KeepRate[] }>()
const most = computed(() => Math.max(...props.rates.map((rate) => rate.kept), 1))
const WIDE = 34
const TALL = 74
</script>

<template>
  <figure>
    <figcaption class="name">Kept, by place in the burst</figcaption>
    <svg
      :viewBox="`0 0 ${rates.length * WIDE + 8} ${TALL + 16}`"
      :style="{ maxWidth: `${rates.length * WIDE + 8}px` }"
      role="img"
      :aria-label="`Kept by place in the burst: ${rates.map((r) => `${r.label}: ${r.kept} of ${r.frames}`).join(', ')}`">
      <g v-for="(rate, k) in rates" :key="rate.label">
        <rect :x="k * WIDE + 8" :y="TALL - (rate.kept / most) * (TALL - 14)" :width="WIDE - 8" :height="(rate.kept / most) * (TALL - 14)">
          <title>{{ rate.kept }} of {{ rate.frames }}</title>
        </rect>
        <text :x="k * WIDE + 8 + (WIDE - 8) / 2" :y="TALL - (rate.kept / most) * (TALL - 14) - 3" text-anchor="middle">{{ rate.kept }}</text>
        <text :x="k * WIDE + 8 + (WIDE - 8) / 2" :y="TALL + 13" text-anchor="middle">{{ rate.label }}</text>
      </g>
    </svg>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
}

.name {
  font-size: 12px;
  font-weight: 600;
}

svg {
  display: block;
  width: 100%;
}

rect {
  fill: var(--move);
}

text {
  fill: var(--soft);
  font-size: 10.5px;
}
</style>
