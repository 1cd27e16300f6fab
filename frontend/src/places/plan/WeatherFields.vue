<script setup lang="ts">
/** Weather that acts on batteries, glass and sensor, and the way a lamp pulses. */
import type { Situation } from '@/api/types'
import ChoiceField from '@/shared/ChoiceField.vue'
import NumberField from '@/shared/NumberField.vue'
import { degreesFromShown, degreesToShown, degreesUnit } from '@/shared/units'

defineProps<{ situation: Situation }>()
const emit = defineEmits<{ change: [changes: Partial<Situation>] }>()
const PERCENT = 100
const WAVEFORMS = [
  { value: 'sine' as const, label: 'swells and fades' },
  { value: 'rectified_sine' as const, label: 'goes out each time' },
]
</script>

<template>
  <NumberField
    :key="degreesUnit"
    label="Temperature"
    pointer="/situation/temperature_c"
    :unit="degreesUnit"
    optional
    empty-means="not said"
    :value="situation.temperature_c == null ? null : degreesToShown(situation.temperature_c)"
    hint="Cold empties batteries; heat makes noise"
    @update:value="(shown) => emit('change', { temperature_c: shown === null ? null : degreesFromShown(shown) })" />
  <NumberField
    label="Humidity"
    pointer="/situation/humidity"
    unit="%"
    optional
    empty-means="not said"
    :value="situation.humidity == null ? null : situation.humidity * PERCENT"
    :least="0"
    :most="100"
    hint="Dew settles on glass that is colder than the air’s dew point"
    @update:value="(percent) => emit('change', { humidity: percent === null ? null : percent / PERCENT })" />
  <template v-if="situation.flicker_hz">
    <ChoiceField
      label="The lamp’s pulse"
      :value="situation.waveform"
      :options="WAVEFORMS"
      @update:value="(waveform) => emit('change', { waveform })" />
    <NumberField
      label="Depth of the pulse"
      pointer="/situation/modulation"
      unit="%"
      :value="situation.modulation * PERCENT"
      :least="0"
      :most="100"
      @update:value="(percent) => emit('change', { modulation: (percent ?? 0) / PERCENT })" />
  </template>
</template>
