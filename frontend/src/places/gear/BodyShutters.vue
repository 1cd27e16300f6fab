<script setup lang="ts">
/** The shutters of a body: shortest time, flash sync and frames a second of each kind. */
import type { Body } from '@/api/types'
import { shutterText } from '@/shared/format'
import NumberField from '@/shared/NumberField.vue'
import { parseShutter } from '@/shared/numbers'

const props = defineProps<{ body: Body }>()
const emit = defineEmits<{ change: [changes: Partial<Body>] }>()
const change = (changes: Partial<Body>): void => emit('change', changes)

const KINDS = [
  { field: 'fastest_mechanical_s', label: 'Mechanical', sync: 'mechanical_s' },
  { field: 'fastest_first_curtain_s', label: 'Electronic first curtain', sync: 'electronic_first_curtain_s' },
  { field: 'fastest_electronic_s', label: 'Electronic', sync: 'electronic_s' },
  { field: 'fastest_leaf_s', label: 'Leaf', sync: 'leaf_s' },
] as const
type RateKind = Body['frame_rates'][number]['shutter']
const RATE_OF: Record<(typeof KINDS)[number]['field'], RateKind> = {
  fastest_mechanical_s: 'mechanical',
  fastest_first_curtain_s: 'electronic_first_curtain',
  fastest_electronic_s: 'electronic',
  fastest_leaf_s: 'leaf',
}

function rateOf(kind: RateKind): number | null {
  return props.body.frame_rates.find((rate) => rate.shutter === kind)?.frames_per_s ?? null
}

function changeRate(kind: RateKind, rate: number | null): void {
  const kept = props.body.frame_rates.filter((item) => item.shutter !== kind)
  change({ frame_rates: rate === null ? kept : [...kept, { shutter: kind, file: 'any', frames_per_s: rate }] })
}
</script>

<template>
  <h3 class="wide">Shutters: shortest time, flash sync, frames a second</h3>
  <template v-for="kind in KINDS" :key="kind.field">
    <div class="wide kinds">
      <NumberField
        :label="kind.label"
        :pointer="`/${kind.field}`"
        unit="s"
        optional
        empty-means="not fitted"
        :value="body[kind.field] ?? null"
        :above="0"
        :parse="parseShutter"
        :format="shutterText"
        @update:value="(v) => change({ [kind.field]: v })" />
      <NumberField
        label="Flash sync"
        :pointer="`/flash_sync/${kind.sync}`"
        unit="s"
        optional
        empty-means="no flash"
        :value="body.flash_sync[kind.sync] ?? null"
        :above="0"
        :parse="parseShutter"
        :format="shutterText"
        @update:value="(v) => change({ flash_sync: { ...body.flash_sync, [kind.sync]: v } })" />
      <NumberField
        label="Rate"
        :pointer="`/frame_rates/${kind.field}`"
        unit="/s"
        optional
        empty-means="unknown"
        :value="rateOf(RATE_OF[kind.field])"
        :above="0"
        @update:value="(v) => changeRate(RATE_OF[kind.field], v)" />
    </div>
  </template>
</template>

<style scoped>
.wide {
  grid-column: 1 / -1;
}

h3 {
  margin-top: 8px;
}

.kinds {
  display: grid;
  grid-template-columns: 1.3fr 1fr 1fr;
  gap: 10px;
}
</style>
