<script setup lang="ts">
/** Where the light's figures come from: the sky, a reading taken there, an exposure value, or a name. */
import { computed, defineAsyncComponent, ref } from 'vue'
import type { NamedLight, Plan, Situation, SkyCondition, SkyContext } from '@/api/types'
import { optionsOf } from '@/planning/labels'
import ChoiceField from '@/shared/ChoiceField.vue'
import { evText, kelvinText } from '@/shared/format'
import { parseClock, writeClock } from '@/shared/numbers'
import NumberField from '@/shared/NumberField.vue'
import { tables } from '@/shared/tables'

const ReadingDialog = defineAsyncComponent(() => import('./ReadingDialog.vue'))
const props = defineProps<{ situation: Situation; sky: SkyContext | null; plan: Plan | null; named: NamedLight | undefined }>()
const emit = defineEmits<{ change: [changes: Partial<Situation>] }>()
const change = (changes: Partial<Situation>): void => emit('change', changes)
const light = computed(() => props.situation.light)

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
  const ev = Math.round((props.plan?.light.ev100 ?? props.named?.ev100 ?? ('ev100' in light.value ? light.value.ev100 : 10)) * 10) / 10
  if (id === 'ev') change({ light: { kind: 'ev', ev100: ev, ...fresh, cct_k: props.named?.cct_k ?? light.value.cct_k ?? null } })
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
</script>

<template>
  <ChoiceField label="Light" class="wide" searchable :value="chosen" :options="options" @update:value="choose" />
  <template v-if="light.kind === 'sky'">
    <p v-if="!sky" class="stop wide" role="alert">
      Light from the sky needs the shoot’s day and place. <RouterLink to="/shoots">Give them under Shoots, Details</RouterLink>, or choose another
      light.
    </p>
    <p v-else class="soft wide">
      {{ asSeen }}, from the day, the place and the hours below{{ situation.bearing_deg == null ? '' : '; in twilight also from the side you see' }}.
      <button class="link" @click="metering = true">Meter it</button>
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
