<script setup lang="ts">
/** The Plan place: day strip, brief, rulers and field, setup with reasons. */
import { Button } from 'ant-design-vue'
import { computed, defineAsyncComponent, ref, shallowRef, watch } from 'vue'
import { useRouter } from 'vue-router'
import type { Alternative, FrameOut, Pin, PlannedSituation, Schools } from '@/api/types'
import { currentDocument } from '@/saving/documents'
import { plainCopy } from '@/saving/merge'
import { edit, removeWithUndo } from '@/saving/undo'
import { evText } from '@/shared/format'
import { newId } from '@/shared/ids'
import { useShortcuts } from '@/shared/shortcuts'
import { tables } from '@/shared/tables'
import WhileOpening from '@/shared/WhileOpening.vue'
import { useOpenThing } from '@/shell/open'
import BriefColumn from './BriefColumn.vue'
import ChangingLight from './ChangingLight.vue'
import ExposureField from './ExposureField.vue'
import { newSituation } from './newSituation'
import { type Changes, repinned, withoutPin, withPins } from '@/planning/pins'
import PlanNotes from './PlanNotes.vue'
import RulerStack from '@/planning/RulerStack.vue'
import { saveSnapshot } from '@/planning/saveSnapshot'
import SetupSheet from './SetupSheet.vue'
import { useShoot } from '@/planning/skyContext'
import type { Hours } from './strip/blocks'
import DayStrip from './strip/DayStrip.vue'
import { lastSituation, useCase } from '@/planning/useCase'
import { usePlan } from '@/planning/usePlan'

const PlanPreview = defineAsyncComponent(() => import('./PlanPreview.vue'))
const BriefDrawer = defineAsyncComponent(() => import('./BriefDrawer.vue'))
const SchoolsDialog = defineAsyncComponent(() => import('./SchoolsDialog.vue'))
const ReserveDialog = defineAsyncComponent(() => import('./ReserveDialog.vue'))
const props = defineProps<{ shootId: string; situationId?: string }>()
const router = useRouter()

const { shoot, situations, sky } = useShoot(() => props.shootId)
const chosenId = computed(() => props.situationId || (situations.value[0]?.situation.id ?? null))
const place = computed(() => situations.value.findIndex((planned) => planned.situation.id === chosenId.value))

/** What a marker under the pointer holds right now; saved when it is let go. */
const live = ref<Changes>({})
/** Hours of a situation that are under the pointer on the strip. */
const moving = ref<(Hours & { id: string }) | null>(null)
const { loaded, failed, planned, bodyEntry, lensEntry, body, lens, request } = useCase(() => chosenId.value, {
  pins: (held) => withPins(held, live.value),
  brief: (saved) => (moving.value?.id === saved.situation.id ? timedAt(saved, moving.value) : saved),
})
const { plan, problem } = usePlan(() => request.value)

watch([loaded, chosenId], () => {
  if (loaded.value && !props.situationId && chosenId.value) void router.replace(`/shoots/${props.shootId}/plan/${chosenId.value}`)
})

function timedAt(each: PlannedSituation, hours: Hours): PlannedSituation {
  return { ...each, situation: { ...each.situation, starts_at_min: hours.from, ends_at_min: hours.to } }
}

function moveTo(id: string, hours: Hours): void {
  const each = currentDocument('situations', id)
  if (each) edit('situations', timedAt(each, hours), 'hours')
}

function savePins(next: Pin[], key: string | null = null): void {
  live.value = {}
  if (planned.value) edit('situations', repinned(planned.value, next), key)
}

const hold = (changes: Changes): void => savePins(withPins(planned.value?.pins ?? [], changes), `pins/${Object.keys(changes).join()}`)
const release = (setting: string): void => savePins(withoutPin(planned.value?.pins ?? [], setting))
const chooseWay = (way: Alternative): void => hold({ ...way.change })

/** The simulated frame last drawn: its tones lie under the tone ruler. */
const frame = shallowRef<FrameOut | null>(null)
const editing = ref<string | null>(null)

/** The question of which the schools are being compared. */
const comparing = ref<string | null>(null)
const askingReserve = ref(false)

function follow(question: string, school: string): void {
  if (!planned.value) return
  const { preferences } = planned.value
  const schools = { ...preferences.schools, [question]: school } as Schools
  edit('situations', { ...planned.value, preferences: { ...preferences, schools } })
  comparing.value = null
}

function add(): void {
  const last = situations.value.at(-1)
  if (!shoot.value) return
  const fresh = newSituation(shoot.value, last ?? null, situations.value.length)
  edit('situations', fresh)
  void router.push(`/shoots/${props.shootId}/plan/${fresh.situation.id}`)
  editing.value = 'light'
}

async function removeThis(): Promise<void> {
  const gone = planned.value
  if (!gone) return
  const next = situations.value[place.value + 1] ?? situations.value[place.value - 1]
  editing.value = null
  try {
    await removeWithUndo('situations', gone.situation.id)
    await router.replace(`/shoots/${props.shootId}/plan/${next?.situation.id ?? ''}`)
  } catch (error) {
    said.value = (error as Error).message
  }
}

function duplicate(): void {
  if (!planned.value || !shoot.value) return
  const copy = plainCopy(planned.value)
  const fresh = {
    ...copy,
    situation: { ...copy.situation, id: newId(), title: `${copy.situation.title}, copy`.slice(0, 120), order: situations.value.length },
  }
  edit('situations', fresh)
  void router.push(`/shoots/${props.shootId}/plan/${fresh.situation.id}`)
}

const said = ref('')
function save(): void {
  if (!plan.value || !planned.value || !body.value || !lens.value) return
  const title = `${shoot.value?.title ?? ''}: ${planned.value.situation.title}`.slice(0, 120)
  saveSnapshot(title, plan.value, planned.value, body.value, lens.value, request.value?.foundation ?? null, {
    body: bodyEntry.value?.revision ?? 0,
    lens: lensEntry.value?.revision ?? 0,
  })
  said.value = `Saved as “${title}”`
}
watch(
  chosenId,
  (id) => {
    said.value = ''
    frame.value = null
    if (id) lastSituation.value = id
  },
  { immediate: true },
)

function go(by: number): void {
  const to = situations.value[place.value + by]
  if (to) void router.push(`/shoots/${props.shootId}/plan/${to.situation.id}`)
}

useOpenThing(() => [shoot.value?.title, body.value?.name, lens.value?.name].filter(Boolean).join(' · '))
useShortcuts([
  { keys: 'J', does: 'Next situation', run: () => go(1) },
  { keys: 'K', does: 'Previous situation', run: () => go(-1) },
  { keys: 'E', does: 'Edit the brief and kit', run: () => (editing.value = 'light') },
  { keys: 'N', does: 'Add a situation', run: add },
  { keys: 'R', does: 'Release every held value', run: () => savePins([]) },
  { keys: 'Ctrl+S', does: 'Save the setup', run: save },
  { keys: 'O', does: 'What would another school do?', run: () => (comparing.value = 'exposure') },
  { keys: 'P', does: 'Card of this setup', run: () => void router.push(`/shoots/${props.shootId}/card/${chosenId.value}`) },
])
</script>

<template>
  <WhileOpening v-if="!loaded || !shoot" :loaded="loaded" :failed="failed" what="shoot" />
  <div v-else class="plan-place">
    <DayStrip
      :shoot-id="shootId"
      :situations="situations"
      :chosen="chosenId"
      :lights="tables?.lights ?? []"
      :sky="sky"
      @add="add"
      @live="(moved) => (moving = moved)"
      @move="moveTo" />
    <div v-if="!planned" class="page">
      <div class="empty">
        <p>{{ situations.length ? 'There is no such situation (any more).' : 'No situation yet. What will happen first?' }}</p>
        <Button type="primary" @click="add">Add a situation</Button>
      </div>
    </div>
    <div v-else class="columns">
      <section class="brief-column" aria-label="Brief">
        <BriefColumn
          :planned="planned"
          :plan="plan"
          :place="place + 1"
          :of="situations.length"
          :lights="tables?.lights ?? []"
          @edit="(section) => (editing = section)"
          @remedy="hold"
          @choose="chooseWay"
          @schools="(question) => (comparing = question)" />
      </section>
      <section class="ruler-column" aria-label="Rulers">
        <p v-if="problem" class="problem stop" role="alert">
          {{ problem.message }} The last plan stays on screen. <button class="link" @click="editing = 'kit'">Mend it</button>
        </p>
        <div v-if="!body || !lens" class="empty">
          <p>Which body and lens? The plan starts from their limits.</p>
          <Button type="primary" @click="editing = 'kit'">Choose the kit</Button>
        </div>
        <template v-else-if="plan">
          <RulerStack
            :plan="plan"
            :body="body"
            :lens="lens"
            :pins="planned.pins"
            :frame="frame"
            @live="(s, v) => (live = { [s]: v })"
            @hold="(s, v) => hold({ [s]: v })"
            @cancel="live = {}"
            @release="release" />
          <ExposureField
            :field="plan.field"
            :windows="plan.windows"
            :ev="evText(plan.light.ev100)"
            @choose="(shutter, aperture) => hold({ shutter_s: shutter, aperture })" />
        </template>
        <p v-else-if="!problem" class="soft">Computing…</p>
      </section>
      <section class="setup-column" aria-label="Setup and what may differ">
        <div class="setup-actions">
          <Button size="small" type="primary" :disabled="!plan" @click="save">Save setup</Button>
          <RouterLink :to="`/shoots/${shootId}/card/${chosenId}`">Card and print</RouterLink>
          <button v-if="planned.pins.length" class="link" @click="savePins([])">Release {{ planned.pins.length }} held</button>
        </div>
        <p v-if="said" class="soft" role="status">{{ said }}. <RouterLink v-if="said.startsWith('Saved')" to="/setups">Setups</RouterLink></p>
        <PlanPreview v-if="request && plan" :request="request" :to="`/shoots/${shootId}/rehearse/${chosenId}`" @frame="(made) => (frame = made)" />
        <template v-if="plan && body && lens">
          <ChangingLight v-if="request?.sky" :request="request" />
          <SetupSheet :plan="plan" @release="release" @schools="(question) => (comparing = question)" @reserve="askingReserve = true" />
          <PlanNotes :plan="plan" />
        </template>
      </section>
    </div>
    <BriefDrawer
      v-if="editing && planned"
      :planned="planned"
      :section="editing"
      :problem="problem"
      :sky="sky"
      :plan="plan"
      @close="editing = null"
      @remove="removeThis"
      @duplicate="duplicate" />
    <SchoolsDialog v-if="comparing && request" :request="request" :question="comparing" @close="comparing = null" @follow="follow" />
    <ReserveDialog
      v-if="askingReserve && request"
      :request="request"
      @close="askingReserve = false"
      @hold="
        (reserve) => {
          hold({ dr_mode: reserve })
          askingReserve = false
        }
      " />
  </div>
</template>

<style scoped>
.plan-place {
  display: flex;
  flex-direction: column;
}

.columns {
  display: grid;
  grid-template-columns: 264px minmax(0, 1fr) 352px;
  height: calc(100vh - var(--top-height) - var(--strip-height) - 1px);
  min-height: 520px;
}

.columns > section {
  padding: 10px 14px 16px;
  overflow-y: auto;
  scrollbar-width: thin;
}

.ruler-column {
  display: grid;
  gap: 10px;
  align-content: start;
  border-right: 1px solid var(--rule);
  border-left: 1px solid var(--rule);
}

.problem {
  padding: 6px 10px;
  border: 1px solid var(--stop);
  background: var(--sheet);
}

.setup-column {
  display: grid;
  gap: 8px;
  align-content: start;
}

.setup-actions {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: center;
}

@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
    height: auto;
  }

  .columns > section {
    overflow: visible;
    border: 0;
    border-bottom: 1px solid var(--rule);
  }
}
</style>
