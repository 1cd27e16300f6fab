<script setup lang="ts">
/** The light of a situation: from the sky, from a reading taken there, by exposure value, or by name; and where the camera looks. */
import { computed, defineAsyncComponent, ref } from 'vue'
import type { Plan, Situation, SkyCondition, SkyContext } from '@/api/types'
import ChoiceField from '@/shared/ChoiceField.vue'
import { clockText, evText, kelvinText } from '@/shared/format'
import { parseClock } from '@/shared/numbers'
import NumberField from '@/shared/NumberField.vue'
import { tables } from '@/shared/tables'
import { optionsOf } from '@/planning/labels'

const ReadingDialog = defineAsyncComponent(() => import('./ReadingDialog.vue'))
const props = defineProps<{ situation: Situation; sky: SkyContext | null; plan: Plan | null; mainsHz: number }>()
const emit = defineEmits<{ change: [changes: Partial<Situation>] }>()
const change = (changes: Partial<Situation>): void => emit('change', changes)

const light = computed(() => props.situation.light)
const named = computed(() => {
  const now = light.value
  return now.kind === 'named' ? tables.value?.lights.find((item) => item.id === now.name) : undefined
})
const fromSky = computed(() => light.value.kind === 'sky' || (light.value.kind === 'reading' && Boolean(light.value.condition)))
const metering = ref(false)

const SKY = 'sky/'
const chosen = computed(() => {
  const now = light.value
  return now.kind === 'named' ? now.name : now.kind === 'sky' ? SKY + (now.condition ?? 'clear') : now.kind
})
const options = computed(() => [
  ...optionsOf<SkyCondition>('sky').map(({ value, label }) => ({ value: SKY + value, label: `Sky: ${label}` })),
  { value: 'reading', label: 'A reading taken there' },
  { value: 'ev', label: 'By exposure value' },
  ...(tables.value?.lights ?? []).map((item) => ({ value: item.id, label: item.label })),
])
const conditionOptions = [{ value: '' as const, label: 'some other light' }, ...optionsOf<SkyCondition>('sky')]

function changeLight(changes: Record<string, unknown>): void {
  change({ light: { ...light.value, ...changes } as Situation['light'] })
}

function choose(id: string): void {
  const { ev_refers_to } = light.value
  const fresh = { cct_k: null, ev_low: null, ev_high: null, ev_refers_to }
  const ev = Math.round((props.plan?.light.ev100 ?? named.value?.ev100 ?? ('ev100' in light.value ? light.value.ev100 : 10)) * 10) / 10
  if (id === 'ev') change({ light: { kind: 'ev', ev100: ev, ...fresh, cct_k: named.value?.cct_k ?? light.value.cct_k ?? null } })
  else if (id === 'reading') {
    const condition = light.value.kind === 'sky' ? light.value.condition : null
    change({ light: { kind: 'reading', ev100: ev, at_min: props.situation.starts_at_min ?? null, condition, ...fresh } })
  } else if (id.startsWith(SKY)) change({ light: { kind: 'sky', condition: id.slice(SKY.length) as SkyCondition, ...fresh }, flicker_hz: null })
  else change({ light: { kind: 'named', name: id, ...fresh }, flicker_hz: null })
}

function record(reading: { ev100: number; at_min: number; condition: SkyCondition }): void {
  metering.value = false
  change({
    light: { kind: 'reading', ...reading, cct_k: light.value.cct_k ?? null, ev_low: null, ev_high: null, ev_refers_to: light.value.ev_refers_to },
  })
}

const seen = computed(() => props.plan?.light)
const asSeen = computed(() => {
  if (!seen.value) return ''
  const { ev100, ev_low: low, ev_high: high, cct_k } = seen.value
  return `${evText(ev100)} (${evText(low)} to ${evText(high)}), ${kelvinText(cct_k)}`
})
const colourMeans = computed(() =>
  named.value ? String(named.value.cct_k) : fromSky.value && seen.value ? `${Math.round(seen.value.cct_k)} by the sky` : '5500',
)
const bandMeans = computed(() => (fromSky.value ? 'as the sky' : 'steady'))
const writeClock = (at: number): string => (at >= 1440 ? `1+${clockText(at)}` : clockText(at))
</script>

<template>
  <ChoiceField label="Light" class="wide" searchable :value="chosen" :options="options" @update:value="choose" />
  <template v-if="light.kind === 'sky'">
    <p v-if="!sky" class="stop wide" role="alert">
      Light from the sky needs the shoot’s day and place. <RouterLink to="/shoots">Give them under Shoots, Details</RouterLink>, or choose another
      light.
    </p>
    <p v-else class="soft wide">
      {{ asSeen }}, from the day, the place and the hours below. <button class="link" @click="metering = true">Meter it</button>
    </p>
  </template>
  <template v-else-if="light.kind === 'reading'">
    <NumberField
      label="Reading"
      pointer="/situation/light/ev100"
      unit="EV"
      :value="light.ev100"
      :least="-20"
      :most="40"
      hint="At ISO 100, for the main subject"
      @update:value="(ev100) => changeLight({ ev100 })" />
    <NumberField
      label="Taken at"
      pointer="/situation/light/at_min"
      optional
      empty-means="when it starts"
      :value="light.at_min ?? null"
      :format="writeClock"
      :parse="parseClock"
      @update:value="(at_min) => changeLight({ at_min })" />
    <ChoiceField
      label="In the light of"
      class="wide"
      :value="light.condition ?? ''"
      :options="conditionOptions"
      hint="With a kind of sky, the reading also corrects the rest of the day."
      @update:value="(condition) => changeLight({ condition: condition || null })" />
    <p v-if="sky && light.condition" class="soft wide">
      {{ asSeen }} over these hours. <button class="link" @click="metering = true">Meter it again</button>
    </p>
  </template>
  <NumberField
    v-else-if="light.kind === 'ev'"
    label="Exposure value"
    pointer="/situation/light/ev100"
    unit="EV"
    :value="light.ev100"
    :least="-20"
    :most="40"
    hint="At ISO 100, for the main subject"
    @update:value="(ev100) => changeLight({ ev100 })" />
  <p v-else-if="named" class="soft said">
    About EV {{ named.ev100 }} (met from {{ named.ev_low }} to {{ named.ev_high }}), {{ named.cct_k }} K{{
      named.pulses ? ', pulses with the mains' : ''
    }}.
  </p>

  <NumberField
    label="Starts"
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
    pointer="/situation/bearing_deg"
    unit="° from north"
    optional
    empty-means="not said"
    :value="situation.bearing_deg ?? null"
    :least="0"
    :most="360"
    hint="90 is east. Warns of the Sun."
    @update:value="(bearing_deg) => change({ bearing_deg })" />
  <NumberField
    label="Tilted up by"
    pointer="/situation/tilt_deg"
    unit="°"
    :value="situation.tilt_deg"
    :least="-90"
    :most="90"
    @update:value="(tilt) => change({ tilt_deg: tilt ?? 0 })" />
  <ReadingDialog
    v-if="metering && sky"
    :sky="sky"
    :at-min="situation.starts_at_min ?? 720"
    :condition="('condition' in light && light.condition) || 'clear'"
    @close="metering = false"
    @record="record" />
</template>

<style scoped>
.wide {
  grid-column: 1 / -1;
}

.said {
  grid-column: 1 / -1;
  font-size: 12px;
}
</style>
