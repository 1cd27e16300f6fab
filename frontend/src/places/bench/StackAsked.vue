<script setup lang="ts">
/** How a stack is made: in which way, of how many, laid on which frame and at which points, how strong the layers are. */
import { computed } from 'vue'
import type { Asked } from '@/api/types'
import ChoiceField from '@/shared/ChoiceField.vue'
import NumberField from '@/shared/NumberField.vue'
import NumberListField from '@/shared/NumberListField.vue'

const asked = defineModel<Partial<Asked>>('asked', { required: true })
const set = (part: Partial<Asked>): void => void (asked.value = { ...asked.value, ...part })
const WAYS = [
  { value: 'mean', label: 'mean, the best weigh most' },
  { value: 'sigma', label: 'sigma clip: what crosses is left out' },
  { value: 'median', label: 'median: the middle of every pixel' },
  { value: 'trails', label: 'trails: the brightest of every pixel' },
]
const trails = computed(() => asked.value.way === 'trails')
</script>

<template>
  <ChoiceField label="One picture by" :value="asked.way ?? 'mean'" :options="WAYS" @update:value="(way) => set({ way: way as Asked['way'] })" />
  <template v-if="!trails">
    <NumberField
      label="Keep of the best"
      pointer="/bench/keep"
      unit="%"
      :value="Math.round((asked.keep ?? 0.3) * 100)"
      :least="1"
      :most="100"
      @update:value="(share) => set({ keep: share! / 100 })" />
    <NumberField
      label="Points, from one to the next"
      pointer="/bench/points"
      unit="px"
      optional
      empty-means="as a whole only"
      hint="Finer where the air swims; the frame as a whole for stars and noise"
      :value="asked.points_px === undefined ? 32 : asked.points_px"
      :least="8"
      :most="2000"
      @update:value="(points_px) => set({ points_px })" />
    <NumberListField
      label="Strength of the layers, finest first"
      pointer="/bench/strengths"
      :values="asked.strengths ?? null"
      empty-means="as crisp as the best frame"
      @change="(strengths: number[] | null) => set({ strengths: strengths?.length ? strengths : null })" />
    <NumberField
      label="Laid on frame"
      pointer="/bench/reference"
      optional
      empty-means="the best one"
      :value="asked.reference ?? null"
      :least="1"
      :most="100000"
      @update:value="(reference) => set({ reference })" />
    <NumberField
      label="Points need this brightness"
      pointer="/bench/dark"
      unit="% of the brightest"
      :value="Math.round((asked.dark ?? 0.12) * 1000) / 10"
      :least="0.5"
      :most="90"
      @update:value="(share) => set({ dark: share! / 100 })" />
  </template>
</template>
