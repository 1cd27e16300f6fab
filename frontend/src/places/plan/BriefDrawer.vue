<script setup lang="ts">
/** The whole brief as a form. Every change is saved and planned at once. */
import { Button, Checkbox, Drawer, Popconfirm, Segmented } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import type { Problem } from '@/api/client'
import type { PlannedSituation, Requests, Schools, Situation } from '@/api/types'
import { useEntry } from '@/saving/documents'
import { edit } from '@/saving/undo'
import ChoiceField from '@/shared/ChoiceField.vue'
import { clockText, parseClock, parseNumber, shutterText } from '@/shared/format'
import NumberField from '@/shared/NumberField.vue'
import { provideFieldProblems } from '@/shared/problems'
import { tables } from '@/shared/tables'
import TextField from '@/shared/TextField.vue'
import { distanceUnit, fromShown, INFINITY_M, toShown } from '@/shared/units'
import KitChooser from './KitChooser.vue'
import { labelOf, optionsOf } from './labels'
import SchoolsForm from './SchoolsForm.vue'

const props = defineProps<{ planned: PlannedSituation; section: string; problem: Problem | null }>()
const emit = defineEmits<{ close: []; remove: []; duplicate: [] }>()

const SECTIONS = [
  { value: 'light', label: 'Light' },
  { value: 'subject', label: 'Subject' },
  { value: 'look', label: 'Look' },
  { value: 'kit', label: 'Kit' },
  { value: 'schools', label: 'Schools' },
]
const shown = ref(props.section)
watch(() => props.section, (section) => (shown.value = section))

const entry = useEntry('situations', () => props.planned.situation.id)
// The plan is asked with the situation at /situation, as the saved document holds it: pointers agree.
provideFieldProblems(() => entry.value, () => props.problem?.errors ?? [])

const situation = computed(() => props.planned.situation)
const light = computed(() => situation.value.light)
const named = computed(() => {
  const now = light.value
  return now.kind === 'named' ? tables.value?.lights.find((item) => item.id === now.name) : undefined
})

function save(next: PlannedSituation, field: string): void {
  edit('situations', next, `brief/${field}`)
}

function change(changes: Partial<Situation>): void {
  save({ ...props.planned, situation: { ...situation.value, ...changes } }, Object.keys(changes).join())
}

function changeLight(changes: Record<string, unknown>): void {
  change({ light: { ...light.value, ...changes } as Situation['light'] })
}

function chooseLight(id: string): void {
  const { cct_k: _colour, ev_low: _low, ev_high: _high, ...kept } = light.value
  if (id === 'ev') {
    const ev = named.value?.ev100 ?? (light.value.kind === 'ev' ? light.value.ev100 : 10)
    change({ light: { kind: 'ev', ev100: ev, cct_k: named.value?.cct_k ?? light.value.cct_k ?? null, ev_low: null, ev_high: null, ev_refers_to: kept.ev_refers_to } })
  } else {
    change({ light: { kind: 'named', name: id, cct_k: null, ev_low: null, ev_high: null, ev_refers_to: kept.ev_refers_to }, flicker_hz: null })
  }
}

function chooseActivity(id: string): void {
  const activity = tables.value?.activities.find((item) => item.id === id)
  if (!activity) {
    change({ activity: null })
    return
  }
  change({
    activity: activity.id,
    subject: activity.subject,
    speed: { low_m_s: activity.low_m_s, high_m_s: activity.high_m_s },
    direction: activity.direction,
    angular_speed_arcsec_s: activity.angular_speed_arcsec_s ?? null,
  })
}

function changeRequests(changes: Partial<Requests>): void {
  const preferences = { ...props.planned.preferences, requests: { ...props.planned.preferences.requests, ...changes } }
  save({ ...props.planned, preferences }, `requests/${Object.keys(changes).join()}`)
}

function changeSchools(schools: Schools): void {
  save({ ...props.planned, preferences: { ...props.planned.preferences, schools } }, 'schools')
}

function toggleConstraint(id: Situation['constraints'][number], on: boolean): void {
  const kept = situation.value.constraints.filter((item) => item !== id)
  change({ constraints: on ? [...kept, id] : kept })
}

const lightOptions = computed(() => [
  { value: 'ev', label: 'By exposure value' },
  ...(tables.value?.lights ?? []).map((item) => ({ value: item.id, label: item.label })),
])
const activityOptions = computed(() => {
  const all = tables.value?.activities ?? []
  const here = all.filter((item) => item.genres.includes(situation.value.genre))
  const others = all.filter((item) => !here.includes(item))
  return [{ value: '', label: 'None of these' }, ...[...here, ...others].map((item) => ({ value: item.id, label: item.label }))]
})
const subjectOptions = optionsOf<NonNullable<Situation['subject']> | 'usual'>('subject')
const constraintIds = optionsOf<Situation['constraints'][number]>('constraint')

/** Typed distances: a number in the shown unit, or "inf". */
const parseDistance = (text: string): number | null => {
  if (/^(inf(inity)?|∞)$/i.test(text.trim())) return INFINITY_M
  const number = parseNumber(text.replace(/\s*(m|ft)$/i, ''))
  return number === null ? null : fromShown(number)
}
const writeDistance = (metres: number): string => (metres >= INFINITY_M ? '∞' : String(Number(toShown(metres).toPrecision(4))))
const farM = computed(() => situation.value.far_m ?? INFINITY_M)
const oneDistance = computed(() => (situation.value.far_m !== null && situation.value.far_m !== undefined && situation.value.far_m < situation.value.near_m))
</script>

<template>
  <Drawer :open="true" :width="430" placement="right" :mask="false" :closable="true" title="Brief" :header-style="{ padding: '10px 16px' }" :body-style="{ padding: '12px 16px' }" @close="emit('close')">
    <template #extra>
      <Segmented v-model:value="shown" :options="SECTIONS" size="small" />
    </template>
    <form class="form" @submit.prevent>
      <template v-if="shown === 'light'">
        <TextField label="What happens" pointer="/situation/title" :value="situation.title" needed class="wide" @update:value="(title) => change({ title })" />
        <ChoiceField label="Light" class="wide" searchable :value="light.kind === 'named' ? light.name : 'ev'" :options="lightOptions" @update:value="chooseLight" />
        <NumberField v-if="light.kind === 'ev'" label="Exposure value" pointer="/situation/light/ev100" unit="EV" :value="light.ev100" :least="-20" :most="40" hint="At ISO 100, for the main subject" @update:value="(ev100) => changeLight({ ev100 })" />
        <p v-else-if="named" class="soft said">About EV {{ named.ev100 }} (met from {{ named.ev_low }} to {{ named.ev_high }}), {{ named.cct_k }} K{{ named.pulses ? ', pulses with the mains' : '' }}.</p>
        <NumberField label="Colour of the light" pointer="/situation/light/cct_k" unit="K" optional :empty-means="named ? String(named.cct_k) : '5500'" :value="light.cct_k ?? null" :least="1000" :most="40000" @update:value="(cct_k) => changeLight({ cct_k })" />
        <NumberField label="May fall to" pointer="/situation/light/ev_low" unit="EV" optional empty-means="steady" :value="light.ev_low ?? null" :least="-20" :most="40" @update:value="(ev_low) => changeLight({ ev_low })" />
        <NumberField label="May rise to" pointer="/situation/light/ev_high" unit="EV" optional empty-means="steady" :value="light.ev_high ?? null" :least="-20" :most="40" @update:value="(ev_high) => changeLight({ ev_high })" />
        <NumberField label="Second light" pointer="/situation/second_cct_k" unit="K" optional empty-means="none" :value="situation.second_cct_k ?? null" :least="1000" :most="40000" @update:value="(second_cct_k) => change({ second_cct_k })" />
        <NumberField label="Pulse of the light" pointer="/situation/flicker_hz" unit="Hz" optional :empty-means="named?.pulses ? `${2 * planned.preferences.mains_hz} by its name` : 'steady'" :value="situation.flicker_hz ?? null" :least="10" :most="100000" @update:value="(flicker_hz) => change({ flicker_hz })" />
        <NumberField label="Background, if different" pointer="/situation/background_ev100" unit="EV" optional empty-means="as the subject" :value="situation.background_ev100 ?? null" :least="-20" :most="40" @update:value="(background_ev100) => change({ background_ev100 })" />
        <NumberField label="Range of the scene" pointer="/situation/scene_range_ev" unit="EV" optional :empty-means="named ? String(named.range_ev) : 'unknown'" :value="situation.scene_range_ev ?? null" :least="0" :most="40" @update:value="(scene_range_ev) => change({ scene_range_ev })" />
        <ChoiceField label="Subject’s tone" :value="situation.subject_tone" :options="optionsOf<Situation['subject_tone']>('tone')" @update:value="(subject_tone) => change({ subject_tone })" />
        <ChoiceField label="Surroundings" :value="situation.background_tone" :options="optionsOf<Situation['background_tone']>('tone')" @update:value="(background_tone) => change({ background_tone })" />
        <NumberField label="Starts" pointer="/situation/starts_at_min" optional empty-means="18:10" :value="situation.starts_at_min ?? null" :format="clockText" :parse="parseClock" @update:value="(starts_at_min) => change({ starts_at_min })" />
        <NumberField label="Ends" pointer="/situation/ends_at_min" optional empty-means="19:05 or 1+02:30" :value="situation.ends_at_min ?? null" :format="(at) => (at >= 1440 ? `1+${clockText(at)}` : clockText(at))" :parse="parseClock" @update:value="(ends_at_min) => change({ ends_at_min })" />
      </template>

      <template v-else-if="shown === 'subject'">
        <ChoiceField label="Activity" class="wide" searchable :value="situation.activity ?? ''" :options="activityOptions" hint="Fills subject, speed and direction; each can still be changed." @update:value="chooseActivity" />
        <ChoiceField label="Subject" :value="situation.subject ?? 'usual'" :options="subjectOptions" @update:value="(subject) => change({ subject: subject === 'usual' ? null : subject })" />
        <ChoiceField label="Moves" :value="situation.direction" :options="optionsOf<Situation['direction']>('direction')" @update:value="(direction) => change({ direction })" />
        <NumberField label="Speed from" pointer="/situation/speed/low_m_s" unit="m/s" :value="situation.speed.low_m_s" :least="0" :most="1000" @update:value="(low) => change({ speed: { low_m_s: low ?? 0, high_m_s: Math.max(situation.speed.high_m_s, low ?? 0) } })" />
        <NumberField label="Speed up to" pointer="/situation/speed/high_m_s" unit="m/s" :value="situation.speed.high_m_s" :least="0" :most="1000" @update:value="(high) => change({ speed: { low_m_s: Math.min(situation.speed.low_m_s, high ?? 0), high_m_s: high ?? 0 } })" />
        <NumberField label="Nearest" pointer="/situation/near_m" :unit="distanceUnit" :value="situation.near_m" :above="0" :parse="parseDistance" :format="writeDistance" @update:value="(near_m) => change({ near_m: near_m ?? situation.near_m })" />
        <NumberField label="Farthest" pointer="/situation/far_m" :unit="distanceUnit" :value="farM" :above="0" :parse="parseDistance" :format="writeDistance" hint="∞ or “inf” for the horizon" @update:value="(far) => change({ far_m: far !== null && far >= INFINITY_M ? null : far })" />
        <p v-if="oneDistance" class="stop wide" role="alert">The farthest must not be nearer than the nearest.</p>
        <ChoiceField label="Support" :value="situation.support" :options="optionsOf<Situation['support']>('support')" @update:value="(support) => change({ support })" />
        <ChoiceField label="Sharp at once" :value="situation.depth" :options="optionsOf<Situation['depth']>('depth')" @update:value="(depth) => change({ depth })" />
        <NumberField label="Burst planned" pointer="/situation/burst_frames" unit="frames" :value="situation.burst_frames" :least="1" :most="10000" hint="Lowers the hand-hold limit" @update:value="(frames) => change({ burst_frames: Math.round(frames ?? 1) })" />
        <NumberField label="Sky moves" pointer="/situation/angular_speed_arcsec_s" unit="″/s" optional empty-means="–" :value="situation.angular_speed_arcsec_s ?? null" :least="0" hint="Stars 15.04, Moon 14.5" @update:value="(angular_speed_arcsec_s) => change({ angular_speed_arcsec_s })" />
      </template>

      <template v-else-if="shown === 'look'">
        <ChoiceField label="Look" :value="situation.look" :options="optionsOf<Situation['look']>('look')" @update:value="(look) => change({ look })" />
        <ChoiceField label="For" :value="situation.output" :options="optionsOf<Situation['output']>('output')" @update:value="(output) => change({ output })" />
        <NumberField label="Background softness" pointer="/situation/background_blur_percent" unit="% of height" optional empty-means="open" :value="situation.background_blur_percent ?? null" :least="0" :most="100" hint="Blur disc of a far background" @update:value="(background_blur_percent) => change({ background_blur_percent })" />
        <NumberField label="Slowest shutter you accept" pointer="/preferences/requests/shutter_floor_s" unit="s" optional empty-means="as computed" :value="planned.preferences.requests.shutter_floor_s ?? null" :above="0" :format="shutterText" @update:value="(shutter_floor_s) => changeRequests({ shutter_floor_s })" />
        <fieldset class="wide">
          <legend class="soft">What the place and the picture ask</legend>
          <Checkbox v-for="item in constraintIds" :key="item.value" :checked="situation.constraints.includes(item.value)" @update:checked="(on: boolean) => toggleConstraint(item.value, on)">
            {{ item.label }}
          </Checkbox>
        </fieldset>
        <TextField label="Note" pointer="/situation/note" long class="wide" :value="situation.note" @update:value="(note) => change({ note })" />
      </template>

      <KitChooser v-else-if="shown === 'kit'" class="wide" :planned="planned" @save="(next, field) => save(next, field)" />
      <SchoolsForm v-else class="wide" :schools="planned.preferences.schools" :requests="planned.preferences.requests" @schools="changeSchools" @requests="changeRequests" />
    </form>
    <template #footer>
      <div class="foot">
        <Button size="small" @click="emit('duplicate')">Duplicate</Button>
        <Popconfirm :title="`Delete “${situation.title}”? Undo brings it back.`" ok-text="Delete" cancel-text="Keep" @confirm="emit('remove')">
          <Button size="small" danger>Delete situation</Button>
        </Popconfirm>
        <Button size="small" type="primary" class="done" @click="emit('close')">Done</Button>
      </div>
    </template>
    <span class="visually-hidden">{{ labelOf('genre', situation.genre) }}</span>
  </Drawer>
</template>

<style scoped>
.form {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px 12px;
  align-items: start;
}

.wide {
  grid-column: 1 / -1;
}

.said {
  align-self: end;
  padding-bottom: 6px;
  font-size: 12px;
}

fieldset {
  display: grid;
  grid-template-columns: 1fr 1fr;
  margin: 0;
  padding: 6px 10px 8px;
  border: 1px solid var(--rule);
}

fieldset :deep(.ant-checkbox-wrapper) {
  margin: 0;
}

.foot {
  display: flex;
  gap: 8px;
}

.done {
  margin-left: auto;
}
</style>
