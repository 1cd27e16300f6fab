<script setup lang="ts">
/**
 * The shoot's hours: light, twilights and tracks of the sky, with its situations as blocks that can be moved.
 * It is the table of contents of a shoot.
 */
import { useElementSize } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { answered, client } from '@/api/client'
import type { DayOut, DayRequest, NamedLight, PlannedSituation, SkyContext } from '@/api/types'
import { clockText, evText } from '@/shared/format'
import { useLatest } from '@/shared/useLatest'
import { askedBlocks, type Block, blocksOf, type Hours, hoursOf } from './blocks'
import SkyCurves from '@/planning/SkyCurves.vue'
import { useBlockDrag } from './useBlockDrag'
import { MARGIN_PX, useStripLayout } from './useStripLayout'

const props = defineProps<{
  shootId: string
  situations: readonly PlannedSituation[]
  chosen: string | null
  lights: readonly NamedLight[]
  sky: SkyContext | null
}>()
const emit = defineEmits<{ add: []; live: [moved: (Hours & { id: string }) | null]; move: [id: string, hours: Hours] }>()

const strip = ref<HTMLElement | null>(null)
const { width } = useElementSize(strip)
const AXIS_TOP = 76
const BLOCKS_TOP = 49
const ADD_PX = 124

const drag = useBlockDrag(() => (hours.value.to - hours.value.from) / room.value, {
  live: (moved) => emit('live', moved),
  done: (id, moved) => emit('move', id, moved),
})
const room = computed(() => Math.max(width.value - ADD_PX - MARGIN_PX, 100))

/** The curve shows the light of the chosen situation's own kind of sky, else a clear one. */
const condition = computed<NonNullable<DayRequest['condition']>>(() => {
  const light = props.situations.find((planned) => planned.situation.id === props.chosen)?.situation.light
  return (light && 'condition' in light && light.condition) || 'clear'
})
/** The layout needs no light: hours come first, then the sky for them. */
const timed = computed(() => blocksOf(props.situations, props.lights, null, drag.moved.value))
const hours = ref<Hours>({ from: 9 * 60, to: 18 * 60 })
watch(
  [timed, () => props.sky, drag.moved],
  () => {
    // While a block is under the pointer the axis stands still, else it would run away from it.
    if (!drag.moved.value) hours.value = hoursOf(timed.value, props.sky !== null)
  },
  { immediate: true },
)
const { answer: day } = useLatest<DayRequest, DayOut>(
  'day',
  () =>
    props.sky && props.situations.length
      ? {
          sky: props.sky,
          from_min: hours.value.from,
          until_min: hours.value.to,
          step_min: 5,
          condition: condition.value,
          blocks: askedBlocks(timed.value, props.situations),
        }
      : null,
  (body) => answered(client.POST('/api/v1/sky/day', { body })),
)
const blocks = computed<Block[]>(() => blocksOf(props.situations, props.lights, day.value, drag.moved.value))

const { px, marks, evTop, placed, rows } = useStripLayout(hours, room, blocks)
/** Over its line; under it where there is no room above; never behind the blocks. */
const evLabelTop = (ev: number): number => Math.min(evTop(ev) < 22 ? evTop(ev) + 12 : evTop(ev) - 4, BLOCKS_TOP - 3)
const evLabels = computed(() =>
  placed.value.flatMap((block) => (block.ev === null ? [] : [{ x: px(block.from), y: evLabelTop(block.ev) - 12, wide: 42, tall: 12 }])),
)
const said = (block: Block, i: number): string =>
  `${i + 1}. ${block.title}${block.timed ? `, ${clockText(block.from)} to ${clockText(block.to)}` : ', no hours yet'}${block.ev === null ? '' : `, ${evText(block.ev)}`}. Drag, or use the arrow keys, to move it; with Shift its end.`
</script>

<template>
  <nav class="strip" aria-label="Situations of the day">
    <div ref="strip" class="inner">
      <svg :width="width" height="96" aria-hidden="true">
        <g v-for="mark in marks" :key="mark">
          <line class="hour" :x1="px(mark)" :x2="px(mark)" y1="6" :y2="AXIS_TOP" />
          <text :x="px(mark)" y="90" text-anchor="middle">{{ clockText(mark) }}</text>
        </g>
        <SkyCurves v-if="day" :day="day" :x="px" :y="evTop" :bottom="AXIS_TOP" :names-above="BLOCKS_TOP - 3" :avoid="evLabels" />
        <g v-for="block in placed" :key="block.id" :class="{ on: block.id === chosen }">
          <template v-if="block.ev !== null">
            <rect
              class="band"
              :x="px(block.from)"
              :width="Math.max(px(block.to) - px(block.from), 8)"
              :y="evTop(block.evHigh) - 1"
              :height="evTop(block.evLow) - evTop(block.evHigh) + 2" />
            <line class="light" :x1="px(block.from)" :x2="Math.max(px(block.to), px(block.from) + 8)" :y1="evTop(block.ev)" :y2="evTop(block.ev)" />
            <text class="ev" :x="px(block.from)" :y="evLabelTop(block.ev)">{{ evText(block.ev) }}</text>
          </template>
        </g>
      </svg>
      <RouterLink
        v-for="(block, i) in placed"
        :key="block.id"
        v-slot="{ href, navigate }"
        custom
        :to="{ path: `/shoots/${shootId}/plan/${block.id}`, query: $route.query }">
        <a
          class="block"
          :href="href"
          draggable="false"
          :class="{ on: block.id === chosen, untimed: !block.timed, held: block.id === drag.moved.value?.id }"
          :style="{
            left: `${block.left}px`,
            width: `${block.blockWidth}px`,
            top: `${rows > 1 ? BLOCKS_TOP + block.row * 14 : 53}px`,
            height: rows > 1 ? '13px' : '20px',
            lineHeight: rows > 1 ? '12px' : '18px',
          }"
          :aria-current="block.id === chosen ? 'true' : undefined"
          :title="said(block, i)"
          @pointerdown="drag.begin($event, block)"
          @keydown="drag.key($event, block)"
          @click="drag.dragging.value ? $event.preventDefault() : navigate($event)"
          >{{ block.title }}</a
        >
      </RouterLink>
      <span v-if="drag.moved.value" class="hours" :style="{ left: `${px(drag.moved.value.from)}px` }"
        >{{ clockText(drag.moved.value.from) }} – {{ clockText(drag.moved.value.to) }}</span
      >
      <p class="said soft narrow">
        <button class="link" @click="$emit('add')">Add situation</button>
        <template v-if="!sky">Give the shoot a day and a place to see its light.</template>
        <template v-else-if="day?.sentence">{{ day.sentence }}</template>
      </p>
    </div>
  </nav>
</template>

<style scoped src="./dayStrip.css"></style>
