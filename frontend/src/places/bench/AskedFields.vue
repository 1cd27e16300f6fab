<script setup lang="ts">
/** What a test wants to know besides the kit; each test has its own. */
import { computed } from 'vue'
import type { Asked } from '@/api/types'
import ChoiceField from '@/shared/ChoiceField.vue'
import { isoText } from '@/shared/format'
import NumberField from '@/shared/NumberField.vue'
import NumberListField from '@/shared/NumberListField.vue'
import { parseIso } from '@/shared/numbers'

const props = defineProps<{ test: string }>()
const asked = defineModel<Partial<Asked>>('asked', { required: true })
const LOOKS = ['standard', 'neutral', 'flat', 'mono'].map((value) => ({ value, label: value }))
const MAINS = [50, 60].map((hz) => ({ value: String(hz), label: `${hz} Hz` }))
const USUAL_KELVINS = [2800, 3400, 4200, 5200, 6500]
const set = (part: Partial<Asked>): void => void (asked.value = { ...asked.value, ...part })
const isMains = computed(() => props.test === 'readout' || props.test === 'flicker')
</script>

<template>
  <ChoiceField
    v-if="test === 'headroom'"
    label="Look"
    :value="asked.look ?? 'standard'"
    :options="LOOKS"
    @update:value="(look) => set({ look: look as Asked['look'] })" />
  <ChoiceField
    v-if="isMains"
    label="Mains"
    :value="String(asked.mains_hz ?? 50)"
    :options="MAINS"
    @update:value="(hz) => set({ mains_hz: hz === '60' ? 60 : 50 })" />
  <NumberField
    v-if="test === 'iso_ladder'"
    label="Highest ISO you still accept"
    pointer="/bench/accepted"
    optional
    empty-means="look first, say then"
    :value="asked.accepted_iso ?? null"
    :least="25"
    :most="10000000"
    :parse="parseIso"
    :format="isoText"
    @update:value="(accepted_iso) => set({ accepted_iso })" />
  <NumberListField
    v-if="test === 'white_card'"
    label="Kelvin settings, in order"
    pointer="/bench/kelvins"
    :values="asked.kelvins ?? USUAL_KELVINS"
    empty-means="as usual"
    @change="(kelvins: number[] | null) => set({ kelvins: kelvins?.length ? kelvins : undefined })" />
  <template v-if="test === 'stack'">
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
  </template>
</template>
