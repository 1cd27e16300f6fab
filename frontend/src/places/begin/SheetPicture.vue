<script setup lang="ts">
/** A screen or a sheet of paper to scale beside each other. */
const props = defineProps<{ output: string }>()
const SIDES: Record<string, [number, number]> = { screen: [34, 19], print_a4: [29.7, 21], print_a3: [42, 29.7], print_60cm: [60, 40] }
const [width, height] = SIDES[props.output] ?? [30, 20]
</script>

<template>
  <svg viewBox="-4 -3 68 46" aria-hidden="true">
    <rect :x="(60 - width) / 2" :y="40 - height" :width="width" :height="height" class="own" />
    <path v-if="output === 'screen'" d="M22 42 H38" class="foot" />
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  background: var(--well);
}

.own {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 0.8;
}

.foot {
  stroke: var(--ink);
  stroke-width: 1.6;
}
</style>
