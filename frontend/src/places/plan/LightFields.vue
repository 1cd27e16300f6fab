<script setup lang="ts">
/** The light of a situation: from the sky, from a reading taken there, by exposure value, or by name; and where the camera looks. */
import { computed } from 'vue'
import type { Plan, Situation, SkyContext } from '@/api/types'
import ChoiceField from '@/shared/ChoiceField.vue'
import { parseClock, writeClock } from '@/shared/numbers'
import NumberField from '@/shared/NumberField.vue'
import { tables } from '@/shared/tables'
import { optionsOf } from '@/planning/labels'
import LightSource from './LightSource.vue'
import WeatherFields from './WeatherFields.vue'

const props = defineProps<{ situation: Situation; sky: SkyContext | null; plan: Plan | null; mainsHz: number }>()
const emit = defineEmits<{ change: [changes: Partial<Situation>] }>()
const change = (changes: Partial<Situation>): void => emit('change', changes)

const light = computed(() => props.situation.light)
const named = computed(() => {
  const now = light.value
  return now.kind === 'named' ? tables.value?.lights.find((item) => item.id === now.name) : undefined
})
const fromSky = computed(() => light.value.kind === 'sky' || (light.value.kind === 'reading' && Boolean(light.value.condition)))
function changeLight(changes: Record<string, unknown>): void {
  change({ light: { ...light.value, ...changes } as Situation['light'] })
}

const seen = computed(() => props.plan?.light)
const colourMeans = computed(() =>
  named.value ? String(named.value.cct_k) : fromSky.value && seen.value ? `${Math.round(seen.value.cct_k)} by the sky` : '5500',
)
const bandMeans = computed(() => (fromSky.value ? 'as the sky' : 'steady'))
</script>

<template>
  <LightSource :situation="situation" :sky="sky" :plan="plan" :named="named" @change="change" />
  <NumberField
    label="Colour of the light"
    pointer="/situation/light/cct_k"
    unit="K"
    optional
    :empty-means="colourMeans"
    :value="light.cct_k ?? null"
    :least="1000"
    :most="40000"
    @update:value="(cct_k) => changeLight({ cct_k })" />
  <NumberField
    label="Starts"
    class="new-row"
    pointer="/situation/starts_at_min"
    optional
    empty-means="18:10"
    :value="situation.starts_at_min ?? null"
    :format="writeClock"
    :parse="parseClock"
    @update:value="(starts_at_min) => change({ starts_at_min })" />
  <NumberField
    label="Ends"
    pointer="/situation/ends_at_min"
    optional
    empty-means="19:05 or 1+02:30"
    :value="situation.ends_at_min ?? null"
    :format="writeClock"
    :parse="parseClock"
    @update:value="(ends_at_min) => change({ ends_at_min })" />
  <NumberField
    label="Second light"
    pointer="/situation/second_cct_k"
    unit="K"
    optional
    empty-means="none"
    :value="situation.second_cct_k ?? null"
    :least="1000"
    :most="40000"
    @update:value="(second_cct_k) => change({ second_cct_k })" />
  <template v-if="light.kind !== 'sky'">
    <NumberField
      label="May fall to"
      pointer="/situation/light/ev_low"
      unit="EV"
      optional
      :empty-means="bandMeans"
      :value="light.ev_low ?? null"
      :least="-20"
      :most="40"
      @update:value="(ev_low) => changeLight({ ev_low })" />
    <NumberField
      label="May rise to"
      pointer="/situation/light/ev_high"
      unit="EV"
      optional
      :empty-means="bandMeans"
      :value="light.ev_high ?? null"
      :least="-20"
      :most="40"
      @update:value="(ev_high) => changeLight({ ev_high })" />
    <NumberField
      v-if="!fromSky"
      label="Pulse of the light"
      pointer="/situation/flicker_hz"
      unit="Hz"
      optional
      :empty-means="named?.pulses ? `${2 * mainsHz} by its name` : 'steady'"
      :value="situation.flicker_hz ?? null"
      :least="10"
      :most="100000"
      @update:value="(flicker_hz) => change({ flicker_hz })" />
    <NumberField
      v-if="!fromSky && (situation.flicker_hz || named?.pulses)"
      label="A second kind of lamp pulses"
      pointer="/situation/second_flicker_hz"
      unit="Hz"
      optional
      empty-means="none"
      :value="situation.second_flicker_hz ?? null"
      :least="10"
      :most="100000"
      @update:value="(second_flicker_hz) => change({ second_flicker_hz })" />
  </template>
  <NumberField
    label="Background, if different"
    pointer="/situation/background_ev100"
    unit="EV"
    optional
    empty-means="as the subject"
    :value="situation.background_ev100 ?? null"
    :least="-20"
    :most="40"
    @update:value="(background_ev100) => change({ background_ev100 })" />
  <NumberField
    v-if="situation.background_ev100 !== null && situation.background_ev100 !== undefined"
    label="Background, its other end"
    pointer="/situation/background2_ev100"
    unit="EV"
    optional
    empty-means="stays"
    :value="situation.background2_ev100 ?? null"
    :least="-20"
    :most="40"
    hint="Where it changes behind the subject"
    @update:value="(background2_ev100) => change({ background2_ev100 })" />
  <NumberField
    v-if="situation.look === 'silhouette'"
    label="The shape itself"
    pointer="/situation/subject_ev100"
    unit="EV"
    optional
    empty-means="black"
    :value="situation.subject_ev100 ?? null"
    :least="-20"
    :most="40"
    @update:value="(subject_ev100) => change({ subject_ev100 })" />
  <NumberField
    label="Range of the scene"
    pointer="/situation/scene_range_ev"
    unit="EV"
    optional
    :empty-means="named ? String(named.range_ev) : light.kind === 'sky' ? 'by the sky' : 'unknown'"
    :value="situation.scene_range_ev ?? null"
    :least="0"
    :most="40"
    @update:value="(scene_range_ev) => change({ scene_range_ev })" />
  <ChoiceField
    label="Subject’s tone"
    :value="situation.subject_tone"
    :options="optionsOf<Situation['subject_tone']>('tone')"
    @update:value="(subject_tone) => change({ subject_tone })" />
  <ChoiceField
    label="Surroundings"
    :value="situation.background_tone"
    :options="optionsOf<Situation['background_tone']>('tone')"
    @update:value="(background_tone) => change({ background_tone })" />
  <NumberField
    label="Camera looks to"
    class="new-row"
    pointer="/situation/bearing_deg"
    unit="° from north"
    optional
    empty-means="not said"
    :value="situation.bearing_deg ?? null"
    :least="0"
    :most="360"
    hint="90 is east. Warns of the Sun; in twilight the side you see."
    @update:value="(bearing_deg) => change({ bearing_deg })" />
  <NumberField
    label="Tilted up by"
    pointer="/situation/tilt_deg"
    unit="°"
    :value="situation.tilt_deg"
    :least="-90"
    :most="90"
    @update:value="(tilt) => change({ tilt_deg: tilt ?? 0 })" />
  <WeatherFields :situation="situation" @change="change" />
</template>

<style scoped>
.new-row {
  grid-column-start: 1;
}
</style>
