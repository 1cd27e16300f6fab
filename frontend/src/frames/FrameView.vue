<script setup lang="ts">
/** The simulated frame with what lies over it: hatches where tones are lost, the meter's point, faces, marked places. */
import { computed, ref } from 'vue'
import type { FrameOut } from '@/api/types'

const props = defineProps<{
  frame: FrameOut
  waiting?: boolean
  hatches?: { raw: boolean; screen: boolean; black: boolean }
  peaking?: boolean
  /** The meter's point in shares of the frame, and the spot's radius in frame heights; null hides it. */
  point?: { x: number; y: number } | null
  spotRadius?: number | null
  marks?: readonly { x: number; y: number }[]
  name: string
  /** What a click means: said to those who cannot see the pointer. */
  clickDoes?: string
}>()
const emit = defineEmits<{ point: [at: { x: number; y: number }] }>()
const box = ref<HTMLElement | null>(null)
const dragging = ref(false)
const aspect = computed(() => props.frame.width_px / props.frame.height_px)

const masked = (address: string | null | undefined): Record<string, string> => ({ maskImage: `url(${address})` })
const overlays = computed(() => {
  const { masks } = props.frame
  const shown: { id: string; address: string }[] = []
  if (props.hatches?.screen && masks.preview_clipped) shown.push({ id: 'screen', address: masks.preview_clipped })
  if (props.hatches?.raw && masks.raw_clipped) shown.push({ id: 'raw', address: masks.raw_clipped })
  if (props.hatches?.black && masks.preview_black) shown.push({ id: 'black', address: masks.preview_black })
  if (props.peaking && masks.peaking) shown.push({ id: 'peaking', address: masks.peaking })
  return shown
})

function at(event: PointerEvent): { x: number; y: number } {
  const area = box.value!.getBoundingClientRect()
  const share = (value: number, from: number, size: number): number => Math.min(1, Math.max(0, (value - from) / size))
  return { x: share(event.clientX, area.left, area.width), y: share(event.clientY, area.top, area.height) }
}
function down(event: PointerEvent): void {
  if (event.button !== 0) return
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
  dragging.value = true
  emit('point', at(event))
}
function move(event: PointerEvent): void {
  if (dragging.value) emit('point', at(event))
}
const STEP = 0.02
const ARROWS: Record<string, [number, number]> = { ArrowLeft: [-STEP, 0], ArrowRight: [STEP, 0], ArrowUp: [0, -STEP], ArrowDown: [0, STEP] }
function key(event: KeyboardEvent): void {
  const by = ARROWS[event.key]
  if (!by || !props.point) return
  event.preventDefault()
  const within = (value: number): number => Math.min(1, Math.max(0, value))
  emit('point', { x: within(props.point.x + by[0]), y: within(props.point.y + by[1]) })
}
</script>

<template>
  <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -- arrow keys move the point as the pointer does -->
  <div
    ref="box"
    class="frame"
    :class="{ waiting }"
    :style="{ aspectRatio: String(aspect) }"
    tabindex="0"
    role="group"
    :aria-label="`${name}. ${clickDoes ?? ''}`"
    :aria-busy="waiting"
    @pointerdown="down"
    @pointermove="move"
    @pointerup="dragging = false"
    @pointercancel="dragging = false"
    @keydown="key">
    <img :src="frame.image" :alt="name" draggable="false" />
    <div v-for="overlay in overlays" :key="overlay.id" class="hatch" :class="overlay.id" :style="masked(overlay.address)" />
    <svg :viewBox="`0 0 ${aspect} 1`" preserveAspectRatio="none" aria-hidden="true">
      <g v-if="point" class="spot">
        <circle :cx="point.x * aspect" :cy="point.y" :r="spotRadius ?? 0.03" />
        <path :d="`M${point.x * aspect - 0.018} ${point.y}h.036M${point.x * aspect} ${point.y - 0.018}v.036`" />
      </g>
      <g v-for="(mark, i) in marks ?? []" :key="i" class="mark">
        <rect :x="mark.x * aspect - 0.02" :y="mark.y - 0.0133" width="0.04" height="0.0266" />
        <text :x="mark.x * aspect + 0.026" :y="mark.y + 0.012">{{ i + 1 }}</text>
      </g>
    </svg>
  </div>
</template>

<style scoped>
.frame {
  position: relative;
  width: 100%;
  overflow: hidden;
  background: #000;
  cursor: crosshair;
  touch-action: none;
  user-select: none;
}

img,
svg,
.hatch {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
}

/* Eyes used to the dark keep their sight: the picture is shown in dim red, its tones kept. */
[data-theme='night-red'] .frame img {
  filter: grayscale(1) brightness(0.55) sepia(1) hue-rotate(-45deg) saturate(5);
}

.hatch {
  mask-size: 100% 100%;
  mask-mode: luminance;
  pointer-events: none;
}

/* Lost in the data: dense brick lines on white. Lost on the screen only: wide ochre lines. Black: dots of pale blue-grey. */
.hatch.raw {
  background: repeating-linear-gradient(45deg, #94301f 0 2px, #fff 2px 5px);
}

.hatch.screen {
  background: repeating-linear-gradient(-45deg, #7d5200 0 1.5px, #ffffffb0 1.5px 9px);
}

.hatch.black {
  background: radial-gradient(circle at 3px 3px, #9fb4bd 1.1px, #000 1.3px) 0 0 / 6px 6px;
}

.hatch.peaking {
  background: var(--peak, #ffd23f);
}

.spot circle {
  fill: none;
  stroke: #fff;
  stroke-width: 0.003;
  paint-order: stroke;
}

.spot path {
  fill: none;
  stroke: #fff;
  stroke-width: 0.002;
}

.spot {
  filter: drop-shadow(0 0 0.002px #000);
}

.mark rect {
  fill: none;
  stroke: #fff;
  stroke-width: 0.0025;
}

.mark text {
  fill: #fff;
  font-size: 0.034px;
  paint-order: stroke;
  stroke: #000;
  stroke-width: 0.006px;
}
</style>
