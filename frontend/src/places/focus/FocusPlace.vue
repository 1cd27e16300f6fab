<script setup lang="ts">
/** The focus lab of a situation: sharp of shot under the plan's focus settings and others, a run to look at, and why. */
import { useLocalStorage } from '@vueuse/core'
import { computed, ref, shallowRef, watch } from 'vue'
import { answered, client } from '@/api/client'
import type { Scenario } from '@/api/types'
import { usePlanFrame } from '@/frames/usePlanFrame'
import { useNeighbours } from '@/planning/useNeighbours'
import PickRow from '@/shared/PickRow.vue'
import RangeField from '@/shared/RangeField.vue'
import { usePlayed } from '@/shared/usePlayed'
import { useShortcuts } from '@/shared/shortcuts'
import { useAskedTab } from '@/shared/useAskedTab'
import TwoColumns from '@/shared/TwoColumns.vue'
import WhileOpening from '@/shared/WhileOpening.vue'
import { fixed } from '@/shared/numberText'
import { useOpenThing } from '@/shell/open'
import AboveView from './AboveView.vue'
import AreaView from './AreaView.vue'
import CourseChart from './CourseChart.vue'
import EveryWayPanel from './EveryWayPanel.vue'
import FrameStrip from './FrameStrip.vue'
import HangsPanel from './HangsPanel.vue'
import OutcomeCard from './OutcomeCard.vue'
import ScenePanel from './ScenePanel.vue'
import SecondPanel from './SecondPanel.vue'
import { useLab } from './useLab'
import ZonePanel from './ZonePanel.vue'

const TABS = [
  { value: 'other', label: 'Another setup' },
  { value: 'scene', label: 'Situation' },
  { value: 'ways', label: 'Every way' },
  { value: 'hangs', label: 'Hangs on' },
  { value: 'zone', label: 'Set distance' },
] as const
type Tab = (typeof TABS)[number]['value']

const props = defineProps<{ shootId: string; situationId: string }>()
const lab = useLab(() => props.situationId)
const { loaded, failed, planned, body, lens, shoot, situations, problem } = lab
const answer = computed(() => lab.lab.answer.value)
const tab = useAskedTab<Tab>(
  'tab',
  TABS.map((each) => each.value),
  useLocalStorage<Tab>('wa-focus-tab', 'other'),
)
const looksAt = ref(0)
const shown = computed(() => answer.value?.tried[Math.min(looksAt.value, answer.value.tried.length - 1)] ?? null)
const at = ref(0)
const lastFrame = computed(() => Math.max((shown.value?.trace.frames.length ?? 1) - 1, 0))
const frameAt = computed(() => Math.min(at.value, lastFrame.value))
/** The moment of the frame looked at, among those of the run. */
const moment = computed(() => {
  const { trace } = shown.value!
  const seconds = trace.frames[frameAt.value]?.at_s ?? 0
  return Math.min(Math.round((seconds / trace.times_s.at(-1)!) * (trace.times_s.length - 1)), trace.times_s.length - 1)
})
const now = computed(() => shown.value?.trace.frames[frameAt.value] ?? null)
const FRAME_MS = 220
const { isActive, toggle: play } = usePlayed(at, () => lastFrame.value, FRAME_MS)

const { base, frame } = usePlanFrame(() => lab.request.value, 480)
const subjectAt = computed(() => frame.value?.focus ?? { x: 0.5, y: 0.45 })

const known = shallowRef<Scenario[]>([])
answered(client.GET('/api/v1/focus/scenarios'))
  .then((found) => (known.value = found.scenarios))
  .catch(() => undefined)

useNeighbours('focus', props, situations)
watch(
  () => props.situationId,
  () => {
    at.value = looksAt.value = 0
  },
)
const verdict = computed(() => {
  const found = answer.value
  if (!found || found.tried.length < 2) return ''
  if (found.best === null) return 'Between the two chance may decide: their 95 % intervals touch.'
  const [first, second] = found.tried.map((each) => each.outcome.sharp_share.mean) as [number, number]
  const points = Math.abs(Math.round((first - second) * 100))
  return `${found.best === 0 ? 'The plan’s setup' : 'The other setup'} keeps ${points} in 100 frames more.`
})

useOpenThing(() => [shoot.value?.title, planned.value?.situation.title].filter(Boolean).join(' · '))
useShortcuts([
  { keys: 'P', does: 'Play the run', run: play },
  { keys: 'B', does: 'Look at the other setup’s run', run: () => (looksAt.value = 1 - looksAt.value) },
])
</script>

<template>
  <WhileOpening v-if="!loaded || !planned" :loaded="loaded" :failed="failed" what="situation" />
  <div v-else-if="!body || !lens" class="page">
    <div class="empty">
      <p>Which body and lens? The lab needs both.</p>
      <RouterLink :to="`/shoots/${shootId}/plan/${situationId}`">Choose them in the plan</RouterLink>
    </div>
  </div>
  <TwoColumns v-else class="focus-place" main="The run" side="What is tried" :side-px="352">
    <p v-if="problem" class="stop" role="alert">{{ problem.message }}</p>
    <template v-if="answer && shown">
      <div class="cards" :aria-busy="lab.lab.waiting.value">
        <OutcomeCard
          v-for="(each, i) in answer.tried"
          :key="i"
          :title="i === 0 ? 'As planned' : 'The other'"
          :outcome="each.outcome"
          :setup="each.setup"
          :best="answer.best === null ? null : answer.best === i" />
      </div>
      <p v-if="verdict" role="status">{{ verdict }}</p>
      <div class="head">
        <h2>One run</h2>
        <PickRow
          v-if="answer.tried.length > 1"
          label="Whose"
          spoken
          :value="String(Math.min(looksAt, answer.tried.length - 1))"
          :options="[
            { value: '0', label: 'As planned' },
            { value: '1', label: 'The other' },
          ]"
          @update:value="(value) => (looksAt = Number(value))" />
        <button type="button" class="link" @click="play">{{ isActive ? 'Stop' : 'Play' }}</button>
        <RangeField
          class="which"
          label="From the worst run to the best"
          :min="0"
          :max="39"
          :step="1"
          :text="`${lab.trial.value.which + 1} of 40`"
          :value="lab.trial.value.which"
          @update:value="(value) => lab.note({ which: value })" />
      </div>
      <div class="run">
        <AreaView
          v-if="frame && shown.setup.mode !== 'manual'"
          :frame="frame"
          :trace="shown.trace"
          :moment="moment"
          :focus="subjectAt"
          :name="`${base?.title ?? 'Scene'}, simulated`" />
        <div class="above">
          <AboveView :trace="shown.trace" :scenario="answer.scenario" :moment="moment" />
          <p class="soft">
            <template v-if="now">
              Frame {{ frameAt + 1 }}:
              {{ now.sharp ? 'sharp' : `${fixed(Math.abs(now.off), 1)} discs of confusion ${now.off > 0 ? 'behind' : 'before'} the subject` }}.
            </template>
            Teal: in focus, and the depth about it.
          </p>
        </div>
      </div>
      <CourseChart :trace="shown.trace" :lead="answer.scenario.lead_s" :at="frameAt" @at="(index) => (at = index)" />
      <FrameStrip
        :at="frameAt"
        :trace="shown.trace"
        :name="looksAt === 0 ? 'the plan’s run' : 'the other run'"
        @update:at="(index) => (at = index)" />
      <p class="soft">
        Dashed: the subject. Hatched: something crosses. ● sharp, × soft. A model with assumed constants, not a measurement of your body: it shows
        what follows from speed, sizes and what crosses.
      </p>
    </template>
    <p v-else class="soft" aria-busy="true">The lab runs…</p>
    <template #side>
      <PickRow v-model:value="tab" label="Panel" spoken :options="TABS" />
      <template v-if="lab.scenario.value">
        <SecondPanel v-if="tab === 'other'" :lab="lab" />
        <ScenePanel v-else-if="tab === 'scene'" :lab="lab" :known="known" />
        <EveryWayPanel v-else-if="tab === 'ways'" :lab="lab" />
        <HangsPanel v-else-if="tab === 'hangs'" :lab="lab" />
        <ZonePanel v-else :lab="lab" />
      </template>
    </template>
  </TwoColumns>
</template>

<style scoped>
.cards {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(240px, 1fr));
  gap: 8px;
}

.head {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: center;
}

.which {
  flex: 1 1 200px;
  max-width: 300px;
  margin-left: auto;
}

.run {
  display: grid;
  grid-template-columns: 240px minmax(0, 1fr);
  gap: 10px;
}

.above {
  display: grid;
  gap: 4px;
  align-content: start;
}

@media (max-width: 900px) {
  .run {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
