<script setup lang="ts">
/** The shoot's hours with its situations as blocks and their light as bars. It is the table of contents of a shoot. */
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { NamedLight, PlannedSituation } from '@/api/types'
import { clockText, evText } from '@/shared/format'

const props = defineProps<{
  shootId: string
  situations: readonly PlannedSituation[]
  chosen: string | null
  lights: readonly NamedLight[]
}>()
defineEmits<{ add: [] }>()

const strip = ref<HTMLElement | null>(null)
const { width } = useElementSize(strip)
const UNTIMED_MIN = 45
const AXIS_TOP = 76

interface Block {
  id: string
  title: string
  from: number
  to: number
  timed: boolean
  ev: number
  evLow: number
  evHigh: number
}

function lightOf(planned: PlannedSituation): { ev: number; low: number; high: number } {
  const light = planned.situation.light
  const named = light.kind === 'named' ? props.lights.find((item) => item.id === light.name) : null
  const ev = light.kind === 'ev' ? light.ev100 : (named?.ev100 ?? 10)
  return { ev, low: Math.min(light.ev_low ?? ev, ev), high: Math.max(light.ev_high ?? ev, ev) }
}

/** Situations without hours follow the one before them. */
const blocks = computed<Block[]>(() => {
  const found: Block[] = []
  let clock = 9 * 60
  for (const planned of props.situations) {
    const { situation } = planned
    const timed = situation.starts_at_min !== null && situation.starts_at_min !== undefined
    const from = timed ? situation.starts_at_min! : clock
    const to = Math.max(situation.ends_at_min ?? from + UNTIMED_MIN, from + 5)
    const { ev, low, high } = lightOf(planned)
    found.push({ id: situation.id, title: situation.title, from, to, timed, ev, evLow: low, evHigh: high })
    clock = to + 15
  }
  return found
})

const hours = computed(() => {
  const from = Math.min(...blocks.value.map((block) => block.from), 24 * 60)
  const to = Math.max(...blocks.value.map((block) => block.to), from + 60)
  return { from: Math.floor(from / 60) * 60 - 15, to: Math.ceil(to / 60) * 60 + 15 }
})
const px = (minutes: number): number => 16 + ((minutes - hours.value.from) / (hours.value.to - hours.value.from)) * Math.max(width.value - 140, 100)
const marks = computed(() => {
  const step = hours.value.to - hours.value.from > 14 * 60 ? 120 : 60
  const found = []
  for (let at = Math.ceil(hours.value.from / step) * step; at <= hours.value.to; at += step) found.push(at)
  return found
})
const evTop = (ev: number): number => 48 - ((Math.min(Math.max(ev, -8), 16) + 8) / 24) * 40

/** Blocks that would overlap take a second row. */
const placed = computed(() => {
  const ends = [-Infinity, -Infinity]
  return blocks.value.map((block) => {
    const left = px(block.from)
    const blockWidth = Math.max(px(block.to) - left, 86)
    const row = left >= ends[0]! ? 0 : left >= ends[1]! ? 1 : ends[0]! <= ends[1]! ? 0 : 1
    ends[row] = left + blockWidth - 1
    return { ...block, left, blockWidth, row }
  })
})
const rows = computed(() => Math.max(...placed.value.map((block) => block.row), 0) + 1)
</script>

<template>
  <nav class="strip" aria-label="Situations of the day">
    <div ref="strip" class="inner">
    <svg :width="width" height="96" aria-hidden="true">
      <g v-for="mark in marks" :key="mark">
        <line class="hour" :x1="px(mark)" :x2="px(mark)" y1="6" :y2="AXIS_TOP" />
        <text :x="px(mark)" y="90" text-anchor="middle">{{ clockText(mark) }}</text>
      </g>
      <g v-for="block in placed" :key="block.id" :class="{ on: block.id === chosen }">
        <rect class="band" :x="px(block.from)" :width="Math.max(px(block.to) - px(block.from), 8)" :y="evTop(block.evHigh) - 1" :height="evTop(block.evLow) - evTop(block.evHigh) + 2" />
        <line class="light" :x1="px(block.from)" :x2="Math.max(px(block.to), px(block.from) + 8)" :y1="evTop(block.ev)" :y2="evTop(block.ev)" />
        <text class="ev" :x="px(block.from)" :y="evTop(block.ev) < 18 ? evTop(block.ev) + 12 : evTop(block.ev) - 5">{{ evText(block.ev) }}</text>
      </g>
    </svg>
    <RouterLink
      v-for="(block, i) in placed"
      :key="block.id"
      :to="`/shoots/${shootId}/plan/${block.id}`"
      class="block"
      :class="{ on: block.id === chosen, untimed: !block.timed }"
      :style="{ left: `${block.left}px`, width: `${block.blockWidth}px`, top: `${rows > 1 ? 49 + block.row * 14 : 53}px`, height: rows > 1 ? '13px' : '20px', lineHeight: rows > 1 ? '12px' : '18px' }"
      :aria-current="block.id === chosen ? 'true' : undefined"
      :title="`${i + 1}. ${block.title}${block.timed ? `, ${clockText(block.from)} to ${clockText(block.to)}` : ', no hours yet'}`"
    >
      {{ block.title }}
    </RouterLink>
    <button class="link add" @click="$emit('add')">Add situation</button>
    </div>
  </nav>
</template>

<style scoped>
.strip {
  position: relative;
  height: var(--strip-height);
  border-bottom: 1px solid var(--rule);
  overflow: auto hidden;
  scrollbar-width: none;
}

.inner {
  position: relative;
  min-width: 700px;
  height: 95px;
}

svg {
  display: block;
}

.hour {
  stroke: var(--rule);
  stroke-width: 0.6;
}

text {
  fill: var(--soft);
  font-size: 10.5px;
}

.ev {
  font-stretch: 80%;
}

.light {
  stroke: var(--soft);
  stroke-width: 1.5;
}

.band {
  fill: var(--soft);
  opacity: 0.18;
}

.on .light {
  stroke: var(--move);
  stroke-width: 2.5;
}

.on .band {
  fill: var(--move);
  opacity: 0.25;
}

.block {
  position: absolute;
  padding: 0 5px;
  border: 1px solid var(--soft);
  overflow: hidden;
  background: var(--sheet);
  color: var(--ink);
  font-size: 11.5px;
  font-stretch: 80%;
  text-decoration: none;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.block.untimed {
  border-style: dashed;
}

.block.on {
  border-color: var(--move);
  background: var(--move);
  color: var(--on-move);
}

.add {
  position: absolute;
  right: 16px;
  top: 55px;
}
</style>
