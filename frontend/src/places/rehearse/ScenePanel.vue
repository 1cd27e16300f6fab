<script setup lang="ts">
/** Which scene stands for the situation, and how it is tuned. */
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { answered, client } from '@/api/client'
import type { Rehearsal, SceneTuning } from '@/api/types'
import ChoiceField from '@/shared/ChoiceField.vue'
import { signedStops } from '@/shared/format'
import RangeField from '@/shared/RangeField.vue'

const props = defineProps<{ base: Rehearsal; tuning: SceneTuning; tuned: boolean }>()
const emit = defineEmits<{ scene: [name: string]; tune: [tuning: Partial<SceneTuning>]; untune: [] }>()
const list = useQuery({ queryKey: ['scenes'], queryFn: () => answered(client.GET('/api/v1/scenes')), staleTime: Infinity })
const kinds = computed(() => list.data.value ?? [])
const about = computed(() => kinds.value.find((kind) => kind.name === props.base.scene)?.about ?? '')
</script>

<template>
  <section class="panel" aria-label="Scene">
    <ChoiceField
      label="Scene"
      searchable
      :options="kinds.map((kind) => ({ value: kind.name, label: kind.title }))"
      :value="base.scene"
      @update:value="(name) => emit('scene', name)" />
    <p>{{ about }}</p>
    <p class="soft">{{ base.because }}</p>
    <RangeField
      label="Light"
      :min="-8"
      :max="8"
      :step="1 / 3"
      :text="`${signedStops(tuning.light_ev)} EV from the scene’s own`"
      :value="tuning.light_ev"
      @update:value="(light_ev) => emit('tune', { light_ev })" />
    <RangeField
      label="Key light from"
      :min="0"
      :max="180"
      :step="5"
      :text="tuning.key_deg === null || tuning.key_deg === undefined ? 'as drawn' : `${tuning.key_deg}°`"
      :value="tuning.key_deg ?? 90"
      hint="0 from the right, 90 from above, 180 from the left"
      @update:value="(key_deg) => emit('tune', { key_deg })" />
    <RangeField
      label="Haze"
      :min="0"
      :max="1"
      :step="0.05"
      :text="`${Math.round(tuning.haze * 100)} %`"
      :value="tuning.haze"
      @update:value="(haze) => emit('tune', { haze })" />
    <RangeField
      label="Subject"
      :min="-3"
      :max="3"
      :step="1 / 3"
      :text="`${signedStops(tuning.subject_ev)} EV`"
      :value="tuning.subject_ev"
      @update:value="(subject_ev) => emit('tune', { subject_ev })" />
    <RangeField
      label="Speed"
      :min="0"
      :max="4"
      :step="0.1"
      :text="`× ${tuning.speed.toFixed(1)}`"
      :value="tuning.speed"
      @update:value="(speed) => emit('tune', { speed })" />
    <button v-if="tuned" class="link" @click="emit('untune')">As the situation says</button>
  </section>
</template>
