<script setup lang="ts">
/** A sensor's area to scale within the largest of the classes, with its sides in mm. */
import { computed } from 'vue'

const props = defineProps<{ width: number; height: number }>()
const LARGEST = { width: 44, height: 33 }
const x = computed(() => (LARGEST.width - props.width) / 2)
const y = computed(() => (LARGEST.height - props.height) / 2)
</script>

<template>
  <svg :viewBox="`-5 -4 ${LARGEST.width + 10} ${LARGEST.height + 8}`" aria-hidden="true">
    <rect x="0" y="0" :width="LARGEST.width" :height="LARGEST.height" class="largest" />
    <rect :x="x" :y="y" :width="width" :height="height" class="own" />
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  background: var(--well);
}

.largest {
  fill: none;
  stroke: var(--rule);
  stroke-dasharray: 1.5 1.5;
  stroke-width: 0.4;
}

.own {
  fill: var(--move-faint);
  stroke: var(--move);
  stroke-width: 0.7;
}
</style>
