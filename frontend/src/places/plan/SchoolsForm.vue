<script setup lang="ts">
/** Where practitioners disagree: which school this shoot follows, and what is asked for outright. */
import { computed } from 'vue'
import type { Preferences, Requests, SchoolQuestion } from '@/api/types'
import { answered, isAnsweredHere, type Question, schoolsWith } from '@/planning/ownSchools'
import ChoiceField from '@/shared/ChoiceField.vue'
import NumberField from '@/shared/NumberField.vue'
import { parseIso, parseShutter } from '@/shared/numbers'
import { apertureText, isoText, shutterText } from '@/shared/format'
import { tables } from '@/shared/tables'
import BriefAsked from './BriefAsked.vue'

/** own: the photographer's answers, which hold where this situation gives none. */
const props = defineProps<{ preferences: Preferences; own: Readonly<Record<string, string>> }>()
const emit = defineEmits<{ schools: [changes: Partial<Preferences>]; requests: [changes: Partial<Requests>] }>()

const requests = computed(() => props.preferences.requests)
const questions = computed(() => tables.value?.schools ?? [])
const schools = computed(() => schoolsWith(props.preferences, props.own, questions.value))
const follow = (question: SchoolQuestion, school: string | null): void => emit('schools', answered(props.preferences, question, school, props.own))
const labelOf = (question: SchoolQuestion, school: string): string => question.options.find((each) => each.id === school)?.label ?? school

/** When the school wins, and whose answer it is where the photographer has one. */
function hint(question: SchoolQuestion): string | undefined {
  const wins = question.options.find((school) => school.id === schools.value[question.id as Question])?.wins_when
  const own = props.own[question.id]
  if (own === undefined) return wins
  return isAnsweredHere(props.preferences, question) ? `For this situation. Your own: ${labelOf(question, own)}.` : `Your own school. ${wins ?? ''}`
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
    <div v-for="question in questions" :key="question.id">
      <ChoiceField
        :label="question.label"
        :value="String(schools[question.id as Question])"
        :options="question.options.map((school) => ({ value: school.id, label: school.label }))"
        :hint="hint(question)"
        @update:value="(school) => follow(question, school)" />
      <button
        v-if="own[question.id] !== undefined && isAnsweredHere(preferences, question)"
        type="button"
        class="link"
        @click="follow(question, null)">
        As is my own
      </button>
    </div>
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
    <BriefAsked :requests="requests" @requests="(changes) => emit('requests', changes)" />
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
