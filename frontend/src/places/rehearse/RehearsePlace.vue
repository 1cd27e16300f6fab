<script setup lang="ts">
/** The Rehearse place: the simulated frame, large, and what the camera of the plan makes of it. */
import { refDebounced, useLocalStorage } from '@vueuse/core'
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import type { SceneTuning } from '@/api/types'
import { apertureText, isoText, shutterWithUnit } from '@/shared/format'
import { useShortcuts } from '@/shared/shortcuts'
import { sayValue, settingOf } from '@/shared/tables'
import { useAskedTab } from '@/shared/useAskedTab'
import TwoColumns from '@/shared/TwoColumns.vue'
import WhileOpening from '@/shared/WhileOpening.vue'
import { useOpenThing } from '@/shell/open'
import RulerStack from '@/planning/RulerStack.vue'
import { useNeighbours } from '@/planning/useNeighbours'
import { usePlan } from '@/planning/usePlan'
import FrameView from '@/frames/FrameView.vue'
import FrameCaption from './FrameCaption.vue'
import FrameTools from './FrameTools.vue'
import ThroughTheHours from './ThroughTheHours.vue'
import { type Reading, READINGS } from './readings'
import ReadingsPanel from './ReadingsPanel.vue'
import { standing } from './trial'
import TrialBar from './TrialBar.vue'
import { useRehearsal } from './useRehearsal'
import { useCompareAsked } from './useCompareAsked'
import { useVariants } from './useVariants'
import { useView } from './useView'

const VariantsView = defineAsyncComponent(() => import('./VariantsView.vue'))
const props = defineProps<{ shootId: string; situationId: string }>()

const stage = useRehearsal(() => props.situationId)
const {
  loaded,
  failed,
  shoot,
  situations,
  planned,
  body,
  lens,
  request,
  base,
  problem,
  trial,
  changes,
  change,
  note,
  live,
  capture,
  meter,
  minute,
  sendBack,
} = stage
/** The limits on the rulers may come a moment after the picture. */
const rested = refDebounced(request, 120)
const { plan } = usePlan(() => rested.value)
const tab = useAskedTab<Reading>('reading', READINGS, useLocalStorage<Reading>('wa-rehearse-tab', 'meter'))
/** A tool and its panel are one thing: what a click in the frame does is what the open reading is about. */
const click = computed(() => (tab.value === 'closer' ? 'closer' : tab.value === 'colour' ? 'card' : 'point'))
const CLICKS = { point: 'A click moves the meter point.', card: 'A click reads a card.', closer: 'A click marks a place to look closer.' }
const hatches = useLocalStorage('wa-hatches', { raw: true, screen: true, black: false })
const spotRadius = ref(0.07)
const marks = ref<{ x: number; y: number }[]>([])
const cardAt = ref<{ x: number; y: number } | null>(null)

const { variants, comparing, ...variant } = useVariants(
  () => (capture.value ? { ...trial.value, changes: standing(capture.value, changes.value) } : null),
  stage.askedWith,
  change,
)
const { view, thresholds, pixels, kept, showKept, wished, keep, swap, frame, problem: frameProblem, waiting } = useView(stage, () => comparing.value)

const name = computed(() => `${base.value?.title ?? 'Scene'}, simulated`)
const summary = computed(() => {
  const now = frame.value?.capture
  return now ? `${shutterWithUnit(now.shutter_s)} · ${apertureText(now.aperture)} · ISO ${isoText(now.iso)}` : ''
})
const changedText = computed(() =>
  Object.entries(changes.value).map(([id, value]) => {
    const entry = settingOf(id)
    return entry ? `${entry.label} ${sayValue(entry, value)}` : id
  }),
)

function pointed(at: { x: number; y: number }): void {
  if (click.value === 'card') cardAt.value = at
  else if (click.value === 'closer') {
    marks.value = [...marks.value.filter((mark) => Math.hypot(mark.x - at.x, mark.y - at.y) > 0.03), at].slice(-3)
  } else note({ point: at })
}
const tune = (part: Partial<SceneTuning>): void => note({ tuning: { ...trial.value.tuning, ...part } })
/** Only the sky's light changes with the hours. */
const hours = computed(() => {
  const situation = planned.value?.situation
  const { starts_at_min: from, ends_at_min: to } = situation ?? {}
  return situation?.light.kind === 'sky' && typeof from === 'number' && typeof to === 'number' && to > from ? { from, to } : null
})
useNeighbours('rehearse', props, situations)
watch(
  () => props.situationId,
  () => {
    marks.value = []
    kept.value = cardAt.value = minute.value = null
    variant.clear()
  },
)

useCompareAsked(base, trial, variant.lay)

useOpenThing(() => [shoot.value?.title, planned.value?.situation.title].filter(Boolean).join(' · '))
useShortcuts([
  { keys: 'A', does: 'Keep this frame', run: keep },
  { keys: 'B', does: 'Kept frame and this one, in turn', run: swap },
  { keys: 'V', does: 'Add this frame as a variant', run: variant.add },
  { keys: 'C', does: 'Compare the variants', run: () => (comparing.value = !comparing.value && variants.value.length > 0) },
  { keys: 'X', does: 'One sensor pixel a screen pixel, at the point', run: () => (pixels.value = !pixels.value) },
  { keys: 'R', does: 'Everything as planned', run: () => note({ changes: {}, tuning: {}, metered: false }) },
  ...READINGS.map((each, i) => ({ keys: String(i + 1), does: `Show ${each}`, run: () => void (tab.value = each) })),
])
</script>

<template>
  <WhileOpening v-if="!loaded || !planned" :loaded="loaded" :failed="failed" what="situation" />
  <div v-else-if="!body || !lens" class="page">
    <div class="empty">
      <p>Which body and lens? A rehearsal needs both.</p>
      <RouterLink :to="`/shoots/${shootId}/plan/${situationId}`">Choose them in the plan</RouterLink>
    </div>
  </div>
  <TwoColumns v-else class="rehearse" main="Frame" side="What the frame shows" :side-px="384">
    <FrameTools
      v-model:pixels="pixels"
      v-model:show-kept="showKept"
      v-model:comparing="comparing"
      :kept="kept !== null"
      :count="variants.length"
      :summary="summary"
      :click-does="CLICKS[click]"
      @keep="keep"
      @add="variant.add" />
    <p v-if="problem || frameProblem" class="stop" role="alert">{{ (problem ?? frameProblem)!.message }}</p>
    <VariantsView v-if="comparing" :variants="variants" :output="planned.situation.output" @drop="variant.drop" @take="variant.goOnFrom" />
    <FrameView
      v-else-if="frame"
      :frame="frame"
      :waiting="waiting"
      :name="name"
      :hatches="view.developed ? undefined : hatches"
      :peaking="view.peaking !== 'off'"
      :point="pixels ? null : trial.point"
      :spot-radius="meter?.pattern === 'spot' ? spotRadius : 0.025"
      :marks="pixels ? [] : marks"
      :click-does="click === 'point' ? 'Arrow keys move the meter point.' : CLICKS[click]"
      :style="{ '--peak': view.peakColour }"
      @point="pointed" />
    <div v-else class="waits soft" aria-busy="true">Drawing the scene…</div>
    <FrameCaption v-if="frame && !comparing" :frame="frame" :verdict="changedText.length || minute !== null ? null : (plan?.frame.verdict ?? null)" />
    <ThroughTheHours v-if="hours && !comparing" :from="hours.from" :to="hours.to" :at="minute" @at="(at) => (minute = at)" />
    <RulerStack
      v-if="plan && body && lens && !comparing"
      class="rulers"
      :only="['shutter_s', 'aperture', 'iso', 'focus_distance_m']"
      :plan="plan"
      :body="body"
      :lens="lens"
      :pins="planned.pins"
      @live="(s, v) => (live = { [s]: v })"
      @hold="
        (s, v) => {
          live = {}
          change({ [s]: v })
        }
      "
      @cancel="live = {}"
      @release="(s) => stage.putBack(s)" />
    <template #side>
      <TrialBar
        v-if="changedText.length || trial.metered"
        :tried="changedText"
        :ready="changedText.length > 0 && capture !== null"
        @hold="sendBack"
        @drop="note({ changes: {}, metered: false })" />
      <ReadingsPanel
        v-model:tab="tab"
        v-model:view="view"
        v-model:thresholds="thresholds"
        v-model:hatches="hatches"
        v-model:spot-radius="spotRadius"
        :stage="stage"
        :wished="wished"
        :frame="frame"
        :kept="kept"
        :marks="marks"
        :card-at="cardAt"
        :read="plan?.frame ?? null"
        @tune="tune"
        @forget="(index) => (marks = marks.filter((_, i) => i !== index))" />
    </template>
  </TwoColumns>
</template>

<style scoped>
.rehearse :deep(.frame),
.waits {
  max-width: calc((100vh - 276px) * 1.5);
  margin: 0 auto;
}

.waits {
  width: 100%;
  aspect-ratio: 3 / 2;
  padding: 40px;
  background: var(--well);
}

.rehearse :deep(.panel) {
  display: grid;
  gap: 7px;
}

.rehearse :deep(.line) {
  display: flex;
  gap: 7px;
  align-items: center;
  font-size: 12px;
}

.rulers {
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 4px 18px;
}

@media (max-width: 900px) {
  .rulers {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
