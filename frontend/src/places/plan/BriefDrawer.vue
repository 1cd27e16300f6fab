<script setup lang="ts">
/** The whole brief as a form. Every change is saved and planned at once. */
import { Button, Checkbox, Drawer, Popconfirm, Segmented } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import type { Problem } from '@/api/client'
import type { Plan, PlannedSituation, Requests, Schools, Situation, SkyContext } from '@/api/types'
import { useEntry } from '@/saving/documents'
import { edit } from '@/saving/undo'
import ChoiceField from '@/shared/ChoiceField.vue'
import { shutterText } from '@/shared/format'
import { parseNumber, parseShutter } from '@/shared/numbers'
import HistoryButton from '@/shared/HistoryButton.vue'
import NumberField from '@/shared/NumberField.vue'
import { provideFieldProblems } from '@/shared/problems'
import { tables } from '@/shared/tables'
import TextField from '@/shared/TextField.vue'
import { distanceUnit, fromShown, INFINITY_M, toShown } from '@/shared/units'
import KitChooser from './KitChooser.vue'
import { optionsOf } from '@/planning/labels'
import LightFields from './LightFields.vue'
import SchoolsForm from './SchoolsForm.vue'

const props = defineProps<{ planned: PlannedSituation; section: string; problem: Problem | null; sky: SkyContext | null; plan: Plan | null }>()
const emit = defineEmits<{ close: []; remove: []; duplicate: [] }>()

const SECTIONS = [
  { value: 'light', label: 'Light' },
  { value: 'subject', label: 'Subject' },
  { value: 'look', label: 'Look' },
  { value: 'kit', label: 'Kit' },
  { value: 'schools', label: 'Schools' },
]
const shown = ref(props.section)
watch(
  () => props.section,
  (section) => (shown.value = section),
)

const entry = useEntry('situations', () => props.planned.situation.id)
// The plan is asked with the situation at /situation, as the saved document holds it: pointers agree.
provideFieldProblems(
  () => entry.value,
  () => props.problem?.errors ?? [],
)

const situation = computed(() => props.planned.situation)
function save(next: PlannedSituation, field: string): void {
  edit('situations', next, `brief/${field}`)
}

function change(changes: Partial<Situation>): void {
  save({ ...props.planned, situation: { ...situation.value, ...changes } }, Object.keys(changes).join())
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
const oneDistance = computed(
  () => situation.value.far_m !== null && situation.value.far_m !== undefined && situation.value.far_m < situation.value.near_m,
)
</script>

<template>
  <Drawer
    :open="true"
    :width="430"
    placement="right"
    :mask="false"
    :closable="true"
    title="Brief"
    :header-style="{ padding: '10px 16px' }"
    :body-style="{ padding: '12px 16px' }"
    @close="emit('close')">
    <template #extra>
      <Segmented v-model:value="shown" :options="SECTIONS" size="small" />
    </template>
    <form class="form" @submit.prevent>
      <template v-if="shown === 'light'">
        <TextField
          label="What happens"
          pointer="/situation/title"
          :value="situation.title"
          needed
          class="wide"
          @update:value="(title) => change({ title })" />
        <LightFields :situation="situation" :sky="sky" :plan="plan" :mains-hz="planned.preferences.mains_hz" @change="change" />
      </template>

      <template v-else-if="shown === 'subject'">
        <ChoiceField
          label="Activity"
          class="wide"
          searchable
          :value="situation.activity ?? ''"
          :options="activityOptions"
          hint="Fills subject, speed and direction; each can still be changed."
          @update:value="chooseActivity" />
        <ChoiceField
          label="Subject"
          :value="situation.subject ?? 'usual'"
          :options="subjectOptions"
          @update:value="(subject) => change({ subject: subject === 'usual' ? null : subject })" />
        <ChoiceField
          label="Moves"
          :value="situation.direction"
          :options="optionsOf<Situation['direction']>('direction')"
          @update:value="(direction) => change({ direction })" />
        <NumberField
          label="Speed from"
          pointer="/situation/speed/low_m_s"
          unit="m/s"
          late
          :value="situation.speed.low_m_s"
          :least="0"
          :most="1000"
          @update:value="(low) => change({ speed: { low_m_s: low ?? 0, high_m_s: Math.max(situation.speed.high_m_s, low ?? 0) } })" />
        <NumberField
          label="Speed up to"
          pointer="/situation/speed/high_m_s"
          unit="m/s"
          late
          :value="situation.speed.high_m_s"
          :least="situation.speed.low_m_s"
          :most="1000"
          @update:value="(high) => change({ speed: { low_m_s: situation.speed.low_m_s, high_m_s: high ?? 0 } })" />
        <NumberField
          label="Nearest"
          pointer="/situation/near_m"
          late
          :unit="distanceUnit"
          :value="situation.near_m"
          :above="0"
          :parse="parseDistance"
          :format="writeDistance"
          @update:value="(near_m) => change({ near_m: near_m ?? situation.near_m })" />
        <NumberField
          label="Farthest"
          pointer="/situation/far_m"
          late
          :unit="distanceUnit"
          :value="farM"
          :above="0"
          :parse="parseDistance"
          :format="writeDistance"
          hint="∞ or “inf” for the horizon"
          @update:value="(far) => change({ far_m: far !== null && far >= INFINITY_M ? null : far })" />
        <p v-if="oneDistance" class="stop wide" role="alert">The farthest must not be nearer than the nearest.</p>
        <ChoiceField
          label="Support"
          :value="situation.support"
          :options="optionsOf<Situation['support']>('support')"
          @update:value="(support) => change({ support })" />
        <ChoiceField
          label="Sharp at once"
          :value="situation.depth"
          :options="optionsOf<Situation['depth']>('depth')"
          @update:value="(depth) => change({ depth })" />
        <NumberField
          label="Burst planned"
          pointer="/situation/burst_frames"
          unit="frames"
          :value="situation.burst_frames"
          :least="1"
          :most="10000"
          hint="Lowers the hand-hold limit"
          @update:value="(frames) => change({ burst_frames: Math.round(frames ?? 1) })" />
        <NumberField
          label="Sky moves"
          pointer="/situation/angular_speed_arcsec_s"
          unit="″/s"
          optional
          empty-means="–"
          :value="situation.angular_speed_arcsec_s ?? null"
          :least="0"
          hint="Stars 15.04, Moon 14.5"
          @update:value="(angular_speed_arcsec_s) => change({ angular_speed_arcsec_s })" />
      </template>

      <template v-else-if="shown === 'look'">
        <ChoiceField
          label="Look"
          :value="situation.look"
          :options="optionsOf<Situation['look']>('look')"
          @update:value="(look) => change({ look })" />
        <ChoiceField
          label="For"
          :value="situation.output"
          :options="optionsOf<Situation['output']>('output')"
          @update:value="(output) => change({ output })" />
        <NumberField
          label="Background softness"
          pointer="/situation/background_blur_percent"
          unit="% of height"
          optional
          empty-means="open"
          :value="situation.background_blur_percent ?? null"
          :least="0"
          :most="100"
          hint="Blur disc of a far background"
          @update:value="(background_blur_percent) => change({ background_blur_percent })" />
        <NumberField
          label="Slowest shutter you accept"
          pointer="/preferences/requests/shutter_floor_s"
          unit="s"
          optional
          empty-means="as computed"
          :value="planned.preferences.requests.shutter_floor_s ?? null"
          :above="0"
          :parse="parseShutter"
          :format="shutterText"
          @update:value="(shutter_floor_s) => changeRequests({ shutter_floor_s })" />
        <fieldset class="wide">
          <legend class="soft">What the place and the picture ask</legend>
          <Checkbox
            v-for="item in constraintIds"
            :key="item.value"
            :checked="situation.constraints.includes(item.value)"
            @update:checked="(on: boolean) => toggleConstraint(item.value, on)">
            {{ item.label }}
          </Checkbox>
        </fieldset>
        <TextField label="Note" pointer="/situation/note" long class="wide" :value="situation.note" @update:value="(note) => change({ note })" />
      </template>

      <KitChooser v-else-if="shown === 'kit'" class="wide" :planned="planned" :sky="sky" @save="(next, field) => save(next, field)" />
      <SchoolsForm
        v-else
        class="wide"
        :schools="planned.preferences.schools"
        :requests="planned.preferences.requests"
        @schools="changeSchools"
        @requests="changeRequests" />
    </form>
    <template #footer>
      <div class="foot">
        <Button size="small" @click="emit('duplicate')">Duplicate</Button>
        <Popconfirm :title="`Delete “${situation.title}”? Undo brings it back.`" ok-text="Delete" cancel-text="Keep" @confirm="emit('remove')">
          <Button size="small" danger>Delete situation</Button>
        </Popconfirm>
        <HistoryButton :id="situation.id" kind="situations" />
        <Button size="small" type="primary" class="done" @click="emit('close')">Done</Button>
      </div>
    </template>
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
  align-items: center;
}

.done {
  margin-left: auto;
}
</style>
