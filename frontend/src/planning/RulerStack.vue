<script setup lang="ts">
/** The six rulers of a plan. Dragging a marker holds its value; the plan answers around it. */
import { computed, ref, shallowRef, watch } from 'vue'
import type { Body, FrameOut, Lens, Pin, Plan } from '@/api/types'
import RulerAxis from '@/rulers/RulerAxis.vue'
import { isPinned } from './pins'
import { type Dragged, type Ends, endsOf, rulerModels } from './rulerModels'

const props = defineProps<{
  plan: Plan
  body: Body
  lens: Lens
  pins: readonly Pin[]
  /** Settings of the rulers shown; all six when left out. */ only?: readonly string[]
  /** A simulated frame, whose tones are laid under the tone ruler. */ frame?: FrameOut | null
}>()
const emit = defineEmits<{ live: [setting: string, value: number]; hold: [setting: string, value: number]; cancel: []; release: [setting: string] }>()

/** The value under the pointer, and then until the plan has caught up with it: quick nudges build on each other. */
const dragged = ref<Dragged | null>(null)
const CATCH_UP_MS = 2000
let giveUp = 0
const ends = shallowRef<Ends>(endsOf(props.plan, props.body, props.lens))
watch(
  () => props.plan,
  (plan) => {
    const held = dragged.value
    if (held && !held.moving && plan.setup.settings[held.setting]?.value === held.value) dragged.value = null
    if (!dragged.value) ends.value = endsOf(plan, props.body, props.lens)
  },
)
const models = computed(() =>
  rulerModels(props.plan, ends.value, dragged.value, props.frame ?? null).filter((model) => !props.only || props.only.includes(model.setting)),
)

function move(setting: string, value: number): void {
  dragged.value = { setting, value, moving: true }
  emit('live', setting, value)
}

function settle(setting: string, value: number): void {
  dragged.value = { setting, value, moving: false }
  window.clearTimeout(giveUp)
  giveUp = window.setTimeout(() => (dragged.value = null), CATCH_UP_MS)
  emit('hold', setting, value)
}

function cancel(): void {
  dragged.value = null
  emit('cancel')
}

function release(setting: string): void {
  dragged.value = null
  emit('release', setting)
}
</script>

<template>
  <div class="stack">
    <RulerAxis
      v-for="model in models"
      :key="model.setting"
      v-bind="model"
      :pinned="isPinned(pins, model.setting)"
      @move="(value) => move(model.setting, value)"
      @settle="(value) => settle(model.setting, value)"
      @cancel="cancel"
      @release="release(model.setting)" />
  </div>
</template>

<style scoped>
.stack {
  display: grid;
  gap: 5px;
}
</style>
