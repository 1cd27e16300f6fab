<script setup lang="ts">
/** The whole brief as a form. Every change is saved and planned at once. */
import { Button, Drawer, Popconfirm, Segmented } from 'ant-design-vue'
import { computed } from 'vue'
import type { Problem } from '@/api/client'
import type { Plan, PlannedSituation, Preferences, Requests, Situation, SkyContext } from '@/api/types'
import { useEntry } from '@/saving/documents'
import { asking } from '@/planning/requests'
import { useFoundation } from '@/planning/useFoundation'
import { edit } from '@/saving/undo'
import HistoryButton from '@/shared/HistoryButton.vue'
import { provideFieldProblems } from '@/shared/problems'
import TextField from '@/shared/TextField.vue'
import BriefLook from './BriefLook.vue'
import BriefPicture from './BriefPicture.vue'
import BriefSubject from './BriefSubject.vue'
import KitChooser from './KitChooser.vue'
import LightFields from './LightFields.vue'
import SchoolsForm from './SchoolsForm.vue'
import { useReturningFocus } from '@/shared/useReturningFocus'

const props = defineProps<{ planned: PlannedSituation; section: string; problem: Problem | null; sky: SkyContext | null; plan: Plan | null }>()
const emit = defineEmits<{ close: []; remove: []; duplicate: []; reorder: [by: number]; section: [name: string] }>()

const SECTIONS = [
  { value: 'light', label: 'Light' },
  { value: 'subject', label: 'Subject' },
  { value: 'look', label: 'Look' },
  { value: 'kit', label: 'Kit' },
  { value: 'schools', label: 'Schools' },
]
const shown = computed({
  get: () => SECTIONS.find(({ value }) => value === props.section)?.value ?? 'light',
  set: (section: string) => emit('section', section),
})

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

function changeRequests(changes: Partial<Requests>): void {
  save(asking(props.planned, changes), `requests/${Object.keys(changes).join()}`)
}

const foundation = useFoundation()
const ownSchools = computed(() => foundation.under(props.planned)?.schools ?? {})
function changeSchools(changes: Partial<Preferences>): void {
  save({ ...props.planned, preferences: { ...props.planned.preferences, ...changes } }, 'schools')
}
useReturningFocus(() => emit('close'))
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
    <form class="form" role="dialog" aria-label="Brief" @submit.prevent>
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
        <BriefSubject :situation="situation" @change="change" />
        <BriefPicture :situation="situation" @change="change" />
      </template>
      <BriefLook
        v-else-if="shown === 'look'"
        :situation="situation"
        :requests="planned.preferences.requests"
        :accepted-blur="planned.preferences.accepted_blur_percent ?? {}"
        :looks="foundation.under(planned)?.looks ?? []"
        :own-look="planned.preferences.look ?? null"
        @change="change"
        @own-look="(look) => save({ ...planned, preferences: { ...planned.preferences, look } }, 'own look')"
        @blur="(accepted_blur_percent) => save({ ...planned, preferences: { ...planned.preferences, accepted_blur_percent } }, 'accepted blur')"
        @requests="changeRequests" />
      <KitChooser v-else-if="shown === 'kit'" class="wide" :planned="planned" :sky="sky" @save="(next, field) => save(next, field)" />
      <SchoolsForm v-else class="wide" :preferences="planned.preferences" :own="ownSchools" @schools="changeSchools" @requests="changeRequests" />
    </form>
    <template #footer>
      <div class="foot">
        <Button size="small" @click="emit('duplicate')">Duplicate</Button>
        <Button size="small" title="One earlier (Alt+←)" aria-label="One earlier" @click="emit('reorder', -1)">←</Button>
        <Button size="small" title="One later (Alt+→)" aria-label="One later" @click="emit('reorder', 1)">→</Button>
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

.foot {
  display: flex;
  gap: 8px;
  align-items: center;
}

.done {
  margin-left: auto;
}
</style>
