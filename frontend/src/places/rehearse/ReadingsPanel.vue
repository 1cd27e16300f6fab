<script setup lang="ts">
/** What the frame shows, one reading at a time: meter, tone, bracket, colour, look, closer, scene. */
import { defineAsyncComponent } from 'vue'
import type { FrameOut, FrameRead, RenderRequest, SceneTuning } from '@/api/types'
import type { ViewChoice } from './LookPanel.vue'
import MeterPanel from './MeterPanel.vue'
import { type Reading, READINGS } from './readings'
import type { Stage } from './useRehearsal'

const TonePanel = defineAsyncComponent(() => import('./TonePanel.vue'))
const BracketPanel = defineAsyncComponent(() => import('./BracketPanel.vue'))
const ColourPanel = defineAsyncComponent(() => import('./ColourPanel.vue'))
const LookPanel = defineAsyncComponent(() => import('./LookPanel.vue'))
const ScenePanel = defineAsyncComponent(() => import('./ScenePanel.vue'))
const CloserPanel = defineAsyncComponent(() => import('./CloserPanel.vue'))

const props = defineProps<{
  stage: Stage
  wished: RenderRequest | null
  frame: FrameOut | null
  kept: RenderRequest | null
  marks: { x: number; y: number }[]
  cardAt: { x: number; y: number } | null
  read: FrameRead | null
}>()
const emit = defineEmits<{ forget: [index: number]; tune: [part: Partial<SceneTuning>] }>()
const tab = defineModel<Reading>('tab', { required: true })
const view = defineModel<ViewChoice>('view', { required: true })
const thresholds = defineModel<{ high: number; low: number } | null>('thresholds', { required: true })
const hatches = defineModel<{ raw: boolean; screen: boolean; black: boolean }>('hatches', { required: true })
const spotRadius = defineModel<number>('spotRadius', { required: true })
const { base, body, asked, capture, meter, planned, trial, tuning, change, note, say } = props.stage
</script>

<template>
  <div class="tabs" role="tablist" aria-label="Readings">
    <button
      v-for="each in READINGS"
      :key="each"
      class="plain"
      role="tab"
      :aria-selected="tab === each"
      :class="{ on: tab === each }"
      @click="tab = each">
      {{ each }}
    </button>
  </div>
  <template v-if="base && body && asked && wished && capture && meter">
    <MeterPanel
      v-if="tab === 'meter'"
      :asked="asked"
      :meter="meter"
      :metered="trial.metered"
      @change="change"
      @metered="(metered) => note({ metered })"
      @radius="(spot) => (spotRadius = spot)" />
    <TonePanel
      v-else-if="tab === 'tone' && frame && thresholds"
      v-model:thresholds="thresholds"
      :frame="frame"
      :capture="capture"
      :meter="meter"
      :metered="trial.metered"
      :hatches="hatches"
      @change="change"
      @hatches="(shown) => (hatches = shown)" />
    <BracketPanel v-else-if="tab === 'bracket'" :asked="asked" :base="base" @change="change" />
    <ColourPanel
      v-else-if="tab === 'colour'"
      :asked="asked"
      :capture="capture"
      :body="body"
      :tuning="tuning"
      :clicked="cardAt"
      @change="change"
      @tune="(part) => emit('tune', part)" />
    <LookPanel v-else-if="tab === 'look'" v-model:view="view" :capture="capture" @change="change" />
    <CloserPanel v-else-if="tab === 'closer'" :asked="wished" :kept="kept" :marks="marks" @forget="(index) => emit('forget', index)" />
    <ScenePanel
      v-else-if="tab === 'scene' && planned"
      :base="base"
      :tuning="tuning"
      :tuned="Object.keys(trial.tuning).length > 0"
      :straight="trial.straight"
      :chosen="trial.scene"
      :read="read"
      :situation="planned.situation"
      @situation="say"
      @straight="(straight) => note({ straight })"
      @scene="(scene) => note({ scene, tuning: {} })"
      @tune="(part) => emit('tune', part)"
      @untune="note({ tuning: {}, scene: null })" />
  </template>
</template>

<style scoped>
.tabs {
  display: flex;
  gap: 14px;
  border-bottom: 1px solid var(--rule);
}

.tabs button {
  padding: 3px 0;
  border-bottom: 2px solid transparent;
  color: var(--soft);
}

.tabs button.on {
  border-color: var(--move);
  color: var(--ink);
}

.tabs button::first-letter {
  text-transform: uppercase;
}

@media (max-width: 900px) {
  .tabs {
    flex-wrap: wrap;
  }
}
</style>
