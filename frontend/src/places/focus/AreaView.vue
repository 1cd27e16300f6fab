<script setup lang="ts">
/** The plan's drawn frame with the focus area where the hand had it at a moment, and what it held. */
import { computed } from 'vue'
import type { FrameOut, Trace } from '@/api/types'
import { HELD } from './words'

const props = defineProps<{ frame: FrameOut; trace: Trace; moment: number; focus: { x: number; y: number }; name: string }>()
const aspect = computed(() => props.frame.width_px / props.frame.height_px)
const half = computed(() => props.trace.half_size)
/** The subject stands where it is drawn: the area lies as far beside it as the subject lay beside the area. */
const middle = computed(() => ({
  x: props.focus.x * aspect.value - props.trace.aside[props.moment]!,
  y: props.focus.y + props.trace.above[props.moment]!,
}))
const held = computed(() => HELD[props.trace.held[props.moment]!])
</script>

<template>
  <figure>
    <div class="picture" :style="{ aspectRatio: String(aspect) }">
      <img :src="frame.image" :alt="name" draggable="false" />
      <svg :viewBox="`0 0 ${aspect} 1`" aria-hidden="true">
        <rect class="under" :x="middle.x - half" :y="middle.y - half" :width="2 * half" :height="2 * half" />
        <rect :class="{ lost: trace.held[moment] !== 0 }" :x="middle.x - half" :y="middle.y - half" :width="2 * half" :height="2 * half" />
      </svg>
    </div>
    <figcaption class="soft">The area, and what it holds: {{ held }}.</figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
}

.picture {
  position: relative;
  overflow: hidden;
  background: #000;
}

img,
svg {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
}

[data-theme='night-red'] .picture img {
  filter: grayscale(1) brightness(0.55) sepia(1) hue-rotate(-45deg) saturate(5);
}

rect {
  fill: none;
  stroke: #fff;
  stroke-width: 0.008;
}

rect.under {
  stroke: #000;
  stroke-width: 0.016;
}

rect.lost {
  stroke-dasharray: 0.03 0.02;
}

figcaption {
  font-size: 12px;
}
</style>
