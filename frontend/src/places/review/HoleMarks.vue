<script setup lang="ts">
/** Marks along the foot of a chart where frames inside bursts were not taken: open ones where the camera waited, filled where the buffer was full. */
import { type Hole, holeText } from './holes'

defineProps<{ holes: readonly Hole[]; x: (minutes: number) => number; foot: number }>()
const emit = defineEmits<{ open: [after: string] }>()
</script>

<template>
  <g>
    <!-- eslint-disable-next-line vuejs-accessibility/click-events-have-key-events, vuejs-accessibility/no-static-element-interactions -- the sentence about them beside the chart shows the same frames by a button -->
    <path
      v-for="hole in holes"
      :key="hole.after"
      :d="`M${x(hole.at_min) - 5} ${foot} h10 l-5 -8 z`"
      :class="hole.cause"
      @click.stop="emit('open', hole.after)">
      <title>{{ holeText(hole) }}</title>
    </path>
  </g>
</template>

<style scoped>
path {
  fill: var(--wall);
  stroke: var(--cost);
}

path.buffer {
  fill: var(--cost);
}
</style>
