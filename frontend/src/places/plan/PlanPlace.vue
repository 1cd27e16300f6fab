<script setup lang="ts">
/** The Plan place: day strip, brief, rulers and field, setup with reasons. */
import { Button } from 'ant-design-vue'
import { computed, defineAsyncComponent, ref, shallowRef, watch } from 'vue'
import { useMediaQuery } from '@vueuse/core'
import { useRouter } from 'vue-router'
import type { FrameOut } from '@/api/types'
import { useShortcuts } from '@/shared/shortcuts'
import { tables } from '@/shared/tables'
import { useAsked } from '@/shared/useAsked'
import WhileOpening from '@/shared/WhileOpening.vue'
import { useOpenThing } from '@/shell/open'
import BriefColumn from './BriefColumn.vue'
import { type Changes, withPins } from '@/planning/pins'
import { saveSnapshot } from '@/planning/saveSnapshot'
import RulerColumn from './RulerColumn.vue'
import SetupColumn from './SetupColumn.vue'
import SituationChooser from './SituationChooser.vue'
import { useShoot } from '@/planning/skyContext'
import type { Hours } from './strip/blocks'
import DayStrip from './strip/DayStrip.vue'
import { lastSituation, useCase } from '@/planning/useCase'
import { usePlan } from '@/planning/usePlan'
import ValueSteppers from '@/planning/ValueSteppers.vue'
import { useHolding } from './useHolding'
import { timedAt, useSituationEdits } from './useSituationEdits'

const BriefDrawer = defineAsyncComponent(() => import('./BriefDrawer.vue'))
const SchoolsDialog = defineAsyncComponent(() => import('./SchoolsDialog.vue'))
const OrderDialog = defineAsyncComponent(() => import('./OrderDialog.vue'))
const ReserveDialog = defineAsyncComponent(() => import('./ReserveDialog.vue'))
const props = defineProps<{ shootId: string; situationId?: string }>()
const router = useRouter()
/** A telephone: values, frame and findings come first, the rulers on demand. */
const isNarrow = useMediaQuery('(max-width: 760px)')

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
const { hold, release, releaseAll, follow, ask } = useHolding(planned, () => (live.value = {}))

/** The simulated frame last drawn; its tones lie under the tone ruler. */
const frame = shallowRef<FrameOut | null>(null)
const briefAsked = useAsked('brief')
const editing = computed({ get: () => briefAsked.value || null, set: (section) => (briefAsked.value = section ?? '') })
/** The question of which the schools are being compared. */
const schoolsAsked = useAsked('schools')
const comparing = computed({ get: () => schoolsAsked.value || null, set: (question) => (schoolsAsked.value = question ?? '') })
const askingReserve = ref(false)
const ordering = ref(false)
const said = ref('')
const { moveTo, add, removeThis, duplicate, reorder, put, go } = useSituationEdits(
  () => props.shootId,
  shoot,
  situations,
  planned,
  place,
  () => (editing.value = 'light'),
  (message) => (said.value = message),
)
const removeOpen = (): void => {
  editing.value = null
  void removeThis()
}

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

useOpenThing(() => [shoot.value?.title, body.value?.name, lens.value?.name].filter(Boolean).join(' · '))
useShortcuts([
  { keys: 'J', does: 'Next situation', run: () => go(1) },
  { keys: 'K', does: 'Previous situation', run: () => go(-1) },
  { keys: 'Alt+ArrowLeft', does: 'Put this situation one earlier', run: () => reorder(-1) },
  { keys: 'Alt+ArrowRight', does: 'Put this situation one later', run: () => reorder(1) },
  { keys: 'E', does: 'Edit the brief and kit', run: () => (editing.value = 'light') },
  { keys: 'N', does: 'Add a situation', run: add },
  { keys: 'R', does: 'Release every held value', run: () => releaseAll() },
  { keys: 'Ctrl+S', does: 'Save the setup', run: save },
  { keys: 'O', does: 'What would another school do?', run: () => (comparing.value = 'exposure') },
  { keys: 'P', does: 'Card of this setup', run: () => void router.push(`/shoots/${props.shootId}/card/${chosenId.value}`) },
])
</script>

<template>
  <WhileOpening v-if="!loaded || !shoot" :loaded="loaded" :failed="failed" what="shoot" />
  <div v-else>
    <SituationChooser
      v-if="isNarrow"
      :situations="situations"
      :chosen="chosenId"
      @open="(id) => router.push({ path: `/shoots/${shootId}/plan/${id}`, query: $route.query })"
      @add="add" />
    <DayStrip
      v-else
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
      <ValueSteppers
        v-if="isNarrow && plan && body && lens"
        class="steppers"
        :plan="plan"
        :body="body"
        :lens="lens"
        :pins="planned.pins"
        @hold="(s, v) => hold({ [s]: v })"
        @release="release" />
      <section class="brief-column" aria-label="Brief">
        <BriefColumn
          :planned="planned"
          :plan="plan"
          :place="place + 1"
          :of="situations.length"
          :lights="tables?.lights ?? []"
          @edit="(section) => (editing = section)"
          @order="ordering = true"
          @remedy="hold"
          @choose="(way) => hold({ ...way.change })"
          @schools="(question) => (comparing = question)" />
      </section>
      <section class="ruler-column" aria-label="Rulers">
        <RulerColumn
          :plan="plan"
          :problem="problem"
          :body="body"
          :lens="lens"
          :pins="planned.pins"
          :frame="frame"
          :folds="isNarrow"
          @live="(changes) => (live = changes)"
          @hold="hold"
          @release="release"
          @kit="editing = 'kit'" />
      </section>
      <section class="setup-column" aria-label="Setup and what may differ">
        <SetupColumn
          :planned="planned"
          :plan="plan"
          :request="request"
          :has-kit="Boolean(body && lens)"
          :said="said"
          @save="save"
          @hold="hold"
          @ask="ask"
          @release="release"
          @release-all="releaseAll()"
          @frame="(made) => (frame = made)"
          @schools="(question) => (comparing = question)"
          @reserve="askingReserve = true" />
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
      @section="(section) => (editing = section)"
      @remove="removeOpen"
      @reorder="reorder"
      @duplicate="duplicate" />
    <SchoolsDialog
      v-if="comparing && request"
      :request="request"
      :question="comparing"
      @close="comparing = null"
      @follow="
        (question, school) => {
          follow(question, school)
          comparing = null
        }
      " />
    <OrderDialog v-if="ordering" :situations="situations" @close="ordering = false" @move="put" />
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

<style scoped src="./planLayout.css"></style>
