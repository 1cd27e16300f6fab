<script setup lang="ts">
/** What a test wants to know besides the kit; each test has its own. */
import { computed } from 'vue'
import type { Asked } from '@/api/types'
import ChoiceField from '@/shared/ChoiceField.vue'
import { isoText } from '@/shared/format'
import NumberField from '@/shared/NumberField.vue'
import LineField from '@/shared/LineField.vue'
import NumberListField from '@/shared/NumberListField.vue'
import { CHARGES, FRESH, SCREENS, SENT } from './noteColumns'
import NotesTable from './NotesTable.vue'
import StackAsked from './StackAsked.vue'
import { parseIso } from '@/shared/numbers'

const props = defineProps<{ test: string }>()
const asked = defineModel<Partial<Asked>>('asked', { required: true })
const LOOKS = ['standard', 'neutral', 'flat', 'mono'].map((value) => ({ value, label: value }))
const MAINS = [50, 60].map((hz) => ({ value: String(hz), label: `${hz} Hz` }))
const USUAL_LOOKS = ['standard', 'neutral', 'flat']
const AIR = ['haze', 'glow'] as const
const USUAL_KELVINS = [2800, 3400, 4200, 5200, 6500]
const set = (part: Partial<Asked>): void => void (asked.value = { ...asked.value, ...part })
/** Looks in the order they are shot. */
function look(name: Asked['look'], on: boolean): void {
  const looks = (asked.value.looks ?? USUAL_LOOKS).filter((each) => each !== name)
  const next = on ? [...looks, name] : looks
  if (next.length) set({ looks: next })
}
function air(name: 'haze' | 'glow', on: boolean): void {
  set({ sky: [...(asked.value.sky ?? []).filter((each) => each !== name), ...(on ? [name] : [])] })
}
function ways(text: string): void {
  const named = [
    ...new Set(
      text
        .split(',')
        .map((each) => each.trim().slice(0, 40))
        .filter(Boolean),
    ),
  ].slice(0, 6)
  set({ ways: named.length > 1 ? named : undefined })
}
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
  <fieldset v-if="test === 'warning'" class="boxes">
    <legend>Looks, in the order they are shot</legend>
    <label v-for="each in LOOKS" :key="each.value">
      <input
        type="checkbox"
        :checked="(asked.looks ?? USUAL_LOOKS).includes(each.value)"
        @change="(event) => look(each.value, (event.target as HTMLInputElement).checked)" />
      {{ each.label }}
    </label>
    <p class="soft note">{{ (asked.looks ?? USUAL_LOOKS).join(', then ') }}</p>
  </fieldset>
  <fieldset v-if="test === 'night_ladder'" class="boxes">
    <legend>What hung in the air</legend>
    <label v-for="each in AIR" :key="each">
      <input type="checkbox" :checked="asked.sky?.includes(each)" @change="(event) => air(each, (event.target as HTMLInputElement).checked)" />
      {{ each }}
    </label>
  </fieldset>
  <div v-if="test === 'focus_yield'" class="field">
    <span class="label">Ways, two to six, parted by commas</span>
    <LineField
      label="Ways, two to six, parted by commas"
      pointer="/bench/ways"
      :most="250"
      :value="(asked.ways ?? []).join(', ')"
      placeholder="first way, second way"
      @change="ways" />
  </div>
  <template v-if="test === 'hdr'">
    <NumberField
      label="Joined frames, shot first"
      pointer="/bench/hdr"
      :value="asked.hdr_frames ?? 2"
      :least="1"
      :most="20"
      @update:value="(hdr_frames) => set({ hdr_frames: hdr_frames! })" />
    <NumberField
      label="Joining the bracket at home"
      pointer="/bench/minutes"
      unit="min"
      optional
      empty-means="not timed"
      :value="asked.home_minutes ?? null"
      :least="0.1"
      :most="600"
      @update:value="(home_minutes) => set({ home_minutes })" />
  </template>
  <NotesTable
    v-if="test === 'battery'"
    title="What the body says of its charge"
    pointer="/bench/charges"
    :columns="CHARGES"
    :fresh="FRESH.charge"
    :rows="asked.charges ?? []"
    @update:rows="(charges) => set({ charges: [...charges] })" />
  <NotesTable
    v-if="test === 'link'"
    title="What was taken, and what had arrived"
    pointer="/bench/sent"
    :columns="SENT"
    :fresh="FRESH.sent"
    :rows="asked.sent ?? []"
    @update:rows="(sent) => set({ sent: [...sent] })" />
  <template v-if="test === 'screens'">
    <p class="whole"><a href="/api/v1/bench/match-picture" download>The test picture</a> <span class="soft">for the card and the computer</span></p>
    <NotesTable
      title="What each display shows of it"
      pointer="/bench/screens"
      :columns="SCREENS"
      :fresh="FRESH.screen"
      :rows="asked.screens ?? []"
      @update:rows="(screens) => set({ screens: [...screens] })" />
  </template>
  <NumberListField
    v-if="test === 'white_card'"
    label="Kelvin settings, in order"
    pointer="/bench/kelvins"
    :values="asked.kelvins ?? USUAL_KELVINS"
    empty-means="as usual"
    @change="(kelvins: number[] | null) => set({ kelvins: kelvins?.length ? kelvins : undefined })" />
  <StackAsked v-if="test === 'stack'" v-model:asked="asked" />
</template>

<style scoped>
.boxes {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  min-width: 0;
  margin: 0;
  padding: 0;
  border: 0;
}

.boxes label {
  display: flex;
  gap: 6px;
  align-items: center;
  min-height: 24px;
}

.boxes .note {
  flex-basis: 100%;
}

.whole {
  grid-column: 1 / -1;
}
</style>
