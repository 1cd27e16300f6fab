<script setup lang="ts">
/** The angle a lens sees across a 36 mm wide frame: the narrow end filled, the wide end outlined. */
import { computed } from 'vue'

const props = defineProps<{ shortest: number; longest: number }>()
const FRAME_MM = 36
const REACH = 30
const wedge = (focal: number): string => {
  const half = Math.min(Math.atan(FRAME_MM / (2 * focal)), 1.4)
  const [dx, dy] = [Math.sin(half) * REACH, Math.cos(half) * REACH]
  return `M0 0 L${-dx} ${-dy} A${REACH} ${REACH} 0 0 1 ${dx} ${-dy} Z`
}
const wide = computed(() => wedge(props.shortest))
const far = computed(() => wedge(props.longest))
</script>

<template>
  <svg viewBox="-32 -33 64 36" aria-hidden="true">
    <path :d="wide" class="wide" />
    <path :d="far" class="far" />
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  background: var(--well);
}

.wide {
  fill: none;
  stroke: var(--edge);
  stroke-width: 0.6;
}

.far {
  fill: var(--move-faint);
  stroke: var(--move);
  stroke-width: 0.6;
}
</style>
