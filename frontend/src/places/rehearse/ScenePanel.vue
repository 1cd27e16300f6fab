<script setup lang="ts">
/** What is drawn for the situation: surroundings and subject, what was assumed and can be corrected, and how it is tuned. */
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { answered, client } from '@/api/client'
import type { FrameRead, Rehearsal, SceneTuning, Situation } from '@/api/types'
import type { Chosen } from '@/frames/useRehearsed'
import ChoiceField from '@/shared/ChoiceField.vue'
import { signedStops } from '@/shared/format'
import RangeField from '@/shared/RangeField.vue'
import SwitchRow from '@/shared/SwitchRow.vue'
import { fixed } from '@/shared/numberText'
import AssumedList from './AssumedList.vue'

const props = defineProps<{
  base: Rehearsal
  tuning: SceneTuning
  tuned: boolean
  straight: boolean
  chosen: Chosen | null
  read: FrameRead | null
  situation: Situation
}>()
const emit = defineEmits<{
  scene: [pieces: Chosen]
  tune: [tuning: Partial<SceneTuning>]
  untune: []
  straight: [on: boolean]
  situation: [part: Partial<Situation>]
}>()
const list = useQuery({ queryKey: ['scenes'], queryFn: () => answered(client.GET('/api/v1/scenes')), staleTime: Infinity })
const places = computed(() => list.data.value?.surroundings ?? [])
const place = computed(() => places.value.find((each) => each.name === props.base.scene.surroundings))
const subjects = computed(() => {
  const all = list.data.value?.subjects ?? []
  const here = place.value?.subjects ?? []
  return [...all.filter((who) => here.includes(who.name)), ...all.filter((who) => !here.includes(who.name))]
})
/** In the brief the choice lasts and the plan is computed from it; here it is only tried. */
const differs = computed(
  () => props.base.scene.surroundings !== props.situation.surroundings || props.base.scene.seen_as !== (props.situation.seen_as ?? ''),
)
</script>

<template>
  <section class="panel" aria-label="Scene">
    <ChoiceField
      label="Surroundings"
      searchable
      :options="places.map((each) => ({ value: each.name, label: each.title }))"
      :value="base.scene.surroundings"
      @update:value="(surroundings) => emit('scene', { surroundings, seen_as: null })" />
    <ChoiceField
      label="Subject in it"
      searchable
      :options="subjects.map((each) => ({ value: each.name, label: each.title }))"
      :value="base.scene.seen_as"
      @update:value="(seen_as) => emit('scene', { surroundings: base.scene.surroundings, seen_as })" />
    <p>{{ place?.about }}</p>
    <p class="soft">{{ base.because }}</p>
    <p v-for="fault in base.faults" :key="fault" class="stop">{{ fault }}</p>
    <SwitchRow v-if="base.scene.fisheye" spoken="Straightened at home" :on="straight" @update:on="(on) => emit('straight', on)"
      >Straightened at home</SwitchRow
    >
    <button
      v-if="chosen !== null && differs"
      class="link"
      @click="emit('situation', { surroundings: base.scene.surroundings, seen_as: base.scene.seen_as || null })">
      Write this into the brief
    </button>
    <AssumedList v-if="read?.assumptions.length" :assumptions="read.assumptions" @say="(part) => emit('situation', part)" />
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
      :text="`× ${fixed(tuning.speed, 1)}`"
      :value="tuning.speed"
      @update:value="(speed) => emit('tune', { speed })" />
    <button v-if="tuned || chosen !== null" class="link" @click="emit('untune')">As the situation says</button>
  </section>
</template>
