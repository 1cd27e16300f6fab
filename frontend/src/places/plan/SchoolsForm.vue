<script setup lang="ts">
/** Where practitioners disagree: which school this shoot follows, and what is asked for outright. */
import { computed } from 'vue'
import type { Requests, Schools } from '@/api/types'
import ChoiceField from '@/shared/ChoiceField.vue'
import NumberField from '@/shared/NumberField.vue'
import { parseIso, parseShutter } from '@/shared/numbers'
import { apertureText, isoText, shutterText } from '@/shared/format'
import { tables } from '@/shared/tables'

const props = defineProps<{ schools: Schools; requests: Requests }>()
const emit = defineEmits<{ schools: [schools: Schools]; requests: [changes: Partial<Requests>] }>()

type Question = keyof Schools
const questions = computed(() => tables.value?.schools ?? [])

function follow(id: Question, value: string): void {
  emit('schools', { ...props.schools, [id]: value } as Schools)
}

/** Requests that are options of a catalogue setting. */
const ASKED = ['exposure_mode', 'metering', 'white_balance', 'af_mode', 'af_area', 'shutter_type', 'drive', 'flash', 'stabilisation'] as const
const asked = computed(() =>
  ASKED.map((id) => {
    const entry = tables.value?.settings.find((item) => item.id === id)
    const options = (entry?.options ?? [])
      .filter((option) => option.id !== 'single' || id !== 'af_area')
      .map((option) => ({ value: option.id, label: option.label }))
    return { id, label: entry?.label ?? id, options: [{ value: '', label: 'as computed' }, ...options] }
  }),
)
</script>

<template>
  <div class="schools">
    <ChoiceField
      v-for="question in questions"
      :key="question.id"
      :label="question.label"
      :value="String(schools[question.id as Question])"
      :options="question.options.map((school) => ({ value: school.id, label: school.label }))"
      :hint="question.options.find((school) => school.id === schools[question.id as Question])?.wins_when"
      @update:value="(value) => follow(question.id as Question, value)" />
    <h3 class="wide">Asked for outright</h3>
    <p class="soft wide">A request is followed unless it cannot work; then a finding says why.</p>
    <NumberField
      label="Shutter"
      pointer="/preferences/requests/shutter_s"
      unit="s"
      optional
      empty-means="as computed"
      :value="requests.shutter_s ?? null"
      :above="0"
      :parse="parseShutter"
      :format="shutterText"
      @update:value="(shutter_s) => emit('requests', { shutter_s })" />
    <NumberField
      label="Aperture"
      pointer="/preferences/requests/aperture"
      optional
      empty-means="as computed"
      :value="requests.aperture ?? null"
      :above="0.3"
      :most="512"
      :format="apertureText"
      @update:value="(aperture) => emit('requests', { aperture })" />
    <NumberField
      label="ISO"
      pointer="/preferences/requests/iso"
      optional
      empty-means="as computed"
      :value="requests.iso ?? null"
      :least="1"
      :parse="parseIso"
      :format="isoText"
      @update:value="(iso) => emit('requests', { iso })" />
    <NumberField
      label="White balance"
      pointer="/preferences/requests/kelvin"
      unit="K"
      optional
      empty-means="as computed"
      :value="requests.kelvin ?? null"
      :least="1000"
      :most="40000"
      @update:value="(kelvin) => emit('requests', { kelvin })" />
    <ChoiceField
      v-for="item in asked"
      :key="item.id"
      :label="item.label"
      :value="String(requests[item.id] ?? '')"
      :options="item.options"
      @update:value="(value) => emit('requests', { [item.id]: value || null })" />
  </div>
</template>

<style scoped>
.schools {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px 12px;
}

.wide {
  grid-column: 1 / -1;
}
</style>
