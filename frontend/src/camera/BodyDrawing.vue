<script setup lang="ts">
/** Our own drawing of a camera body from four sides, with its controls where they are. */
import { computed } from 'vue'
import type { Control } from '@/api/types'

export interface DrawnControl extends Control {
  does: string
  changed?: boolean
  troubled?: boolean
}
const props = defineProps<{ controls: readonly DrawnControl[]; selected: string | null }>()
const emit = defineEmits<{ pick: [control: string] }>()

const FACES = {
  top: { x: 0, y: 12, width: 222, height: 44 },
  back: { x: 0, y: 76, width: 222, height: 132 },
  front: { x: 244, y: 12, width: 132, height: 88 },
  lens: { x: 244, y: 120, width: 132, height: 88 },
} as const
/** As wide as the sides of a usual body are, so that sizes in mm are drawn as they are. */
const WIDTHS_MM = { top: 135, back: 135, front: 135, lens: 75 } as const
const LEAST_DRAWN = 6
const placed = computed(() =>
  props.controls.map((control, i) => {
    const face = FACES[control.face]
    const scale = face.width / WIDTHS_MM[control.face]
    const half = { x: (control.width_mm * scale) / 2, y: (control.height_mm * scale) / 2 }
    return { control, number: i + 1, half, x: face.x + control.x * face.width, y: face.y + control.y * face.height }
  }),
)
function key(event: KeyboardEvent, id: string): void {
  if (event.key !== 'Enter' && event.key !== ' ') return
  event.preventDefault()
  emit('pick', id)
}
</script>

<template>
  <svg class="body" viewBox="-4 0 384 214" role="group" aria-label="The body's controls, drawn from four sides">
    <g class="outline" aria-hidden="true">
      <path d="M4 56 L4 32 Q4 26 10 26 L78 26 L90 14 L134 14 L146 26 L212 26 Q218 26 218 32 L218 56 Z" />
      <path d="M4 84 Q4 78 10 78 L84 78 L92 70 L132 70 L140 78 L212 78 Q218 78 218 84 L218 200 Q218 206 212 206 L10 206 Q4 206 4 200 Z" />
      <rect class="glass" x="98" y="78" width="28" height="18" rx="2" />
      <rect class="glass" x="16" y="106" width="130" height="84" rx="2" />
      <path d="M248 24 Q248 18 254 18 L286 18 L294 12 L326 12 L334 18 L366 18 Q372 18 372 24 L372 94 Q372 100 366 100 L254 100 Q248 100 248 94 Z" />
      <circle cx="310" cy="58" r="33" />
      <circle class="glass" cx="310" cy="58" r="24" />
      <path d="M262 126 L352 130 L352 198 L262 202 Z" />
      <path d="M280 127 V201 M334 129 V199" />
    </g>
    <g class="face" aria-hidden="true">
      <text x="0" y="8">above</text>
      <text x="0" y="68">back</text>
      <text x="244" y="8">front</text>
      <text x="244" y="116">lens</text>
    </g>
    <g
      v-for="{ control, number, half, x, y } in placed"
      :key="control.id"
      class="control"
      :class="[control.kind, { on: control.id === selected, changed: control.changed, troubled: control.troubled }]"
      role="button"
      tabindex="0"
      :aria-label="`${number}, ${control.label}: ${control.does}`"
      :aria-pressed="control.id === selected"
      @click="emit('pick', control.id)"
      @keydown="key($event, control.id)">
      <rect
        v-if="control.kind === 'dial' || control.kind === 'ring'"
        :x="x - half.x"
        :y="y - Math.max(half.y, LEAST_DRAWN)"
        :width="half.x * 2"
        :height="Math.max(half.y, LEAST_DRAWN) * 2"
        rx="3" />
      <rect
        v-else-if="control.kind === 'touch' || control.kind === 'swipe'"
        :x="x - half.x"
        :y="y - half.y"
        :width="half.x * 2"
        :height="half.y * 2"
        stroke-dasharray="3 3" />
      <rect
        v-else-if="control.kind === 'joystick' || control.kind === 'pad'"
        :x="x - half.x"
        :y="y - half.y"
        :width="half.x * 2"
        :height="half.y * 2"
        :transform="control.kind === 'joystick' ? `rotate(45 ${x} ${y})` : undefined"
        rx="2" />
      <ellipse v-else :cx="x" :cy="y" :rx="Math.max(half.x, LEAST_DRAWN)" :ry="Math.max(half.y, LEAST_DRAWN)" />
      <text v-if="control.kind === 'touch' || control.kind === 'swipe'" :x="x - half.x + 7" :y="y - half.y + 10">{{ number }}</text>
      <text v-else :x="x" :y="y + 3.5">{{ number }}</text>
    </g>
  </svg>
</template>

<style scoped>
.body {
  width: 100%;
  max-height: 260px;
}

.outline {
  fill: var(--sheet);
  stroke: var(--edge);
}

.glass {
  fill: var(--well);
}

.face text {
  fill: var(--soft);
  font-size: 9px;
}

.control {
  cursor: pointer;
  outline: none;
}

.control rect,
.control ellipse {
  fill: var(--wall);
  stroke: var(--ink);
}

.control.touch rect,
.control.swipe rect {
  fill: transparent;
}

.control text {
  fill: var(--ink);
  font-size: 9px;
  font-weight: 600;
  text-anchor: middle;
  pointer-events: none;
}

.control.changed rect,
.control.changed ellipse {
  fill: var(--move-faint);
  stroke: var(--move);
}

.control.troubled rect,
.control.troubled ellipse {
  stroke: var(--stop);
  stroke-width: 2;
}

.control.on rect,
.control.on ellipse,
.control:focus-visible rect,
.control:focus-visible ellipse {
  fill: var(--move);
  stroke: var(--move);
}

.control.on text,
.control:focus-visible text {
  fill: var(--on-move);
}
</style>
