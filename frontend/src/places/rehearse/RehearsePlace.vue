<script setup lang="ts">
/** The Rehearse place: the simulated frame, large, and what the camera of the plan makes of it. */
import { refDebounced, useLocalStorage } from '@vueuse/core'
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import type { FrameOut, RenderRequest, SceneTuning } from '@/api/types'
import { currentOf, useEntries, useEntry } from '@/saving/documents'
import { computedSame } from '@/shared/computedSame'
import { apertureText, evText, isoText, shutterWithUnit, stopsText } from '@/shared/format'
import { useShortcuts } from '@/shared/shortcuts'
import { sayValue, settingOf } from '@/shared/tables'
import { useOpenThing } from '@/shell/open'
import RulerStack from '@/planning/RulerStack.vue'
import { usePlan } from '@/planning/usePlan'
import FrameView from '@/frames/FrameView.vue'
import FrameTools, { type ClickDoes } from './FrameTools.vue'
import type { ViewChoice } from './LookPanel.vue'
import MeterPanel from './MeterPanel.vue'
import { useFrame } from '@/frames/useFrame'
import TrialBar from './TrialBar.vue'
import { useRehearsal } from './useRehearsal'
import type { Variant } from './VariantsView.vue'

const TonePanel = defineAsyncComponent(() => import('./TonePanel.vue'))
const BracketPanel = defineAsyncComponent(() => import('./BracketPanel.vue'))
const ColourPanel = defineAsyncComponent(() => import('./ColourPanel.vue'))
const LookPanel = defineAsyncComponent(() => import('./LookPanel.vue'))
const ScenePanel = defineAsyncComponent(() => import('./ScenePanel.vue'))
const CloserPanel = defineAsyncComponent(() => import('./CloserPanel.vue'))
const VariantsView = defineAsyncComponent(() => import('./VariantsView.vue'))
const props = defineProps<{ shootId: string; situationId: string }>()
const router = useRouter()

const stage = useRehearsal(() => props.situationId)
const { loaded, failed, planned, body, lens, request, base, problem, trial, changes, change, note, live, capture, tuning, meter, asked, sendBack } =
  stage
/** The limits on the rulers may come a moment after the picture. */
const rested = refDebounced(request, 120)
const { plan } = usePlan(() => rested.value)
const shootEntry = useEntry('shoots', () => props.shootId)
const situations = useEntries('situations')
const others = computed(() =>
  situations.value
    .map((entry) => currentOf(entry)!)
    .filter((each) => each.shoot_id === props.shootId)
    .sort((a, b) => a.situation.order - b.situation.order),
)

const TABS = ['meter', 'tone', 'bracket', 'colour', 'look', 'closer', 'scene'] as const
type Tab = (typeof TABS)[number]
const tab = useLocalStorage<Tab>('wa-rehearse-tab', 'meter')
const click = ref<ClickDoes>('point')
const hatches = useLocalStorage('wa-hatches', { raw: true, screen: true, black: false })
const view = ref<ViewChoice>({ developed: false, lift_ev: 0, denoise: 0.5, peaking: 'off', peakColour: '#ffd23f' })
const thresholds = ref<{ high: number; low: number } | null>(null)
watch(base, (now) => (thresholds.value ??= now ? { ...now.thresholds } : null))
const pixels = ref(false)
const spotRadius = ref(0.07)
const marks = ref<{ x: number; y: number }[]>([])
const cardAt = ref<{ x: number; y: number } | null>(null)
const kept = ref<RenderRequest | null>(null)
const showKept = ref(false)
const variants = ref<Variant[]>([])
const comparing = ref(false)

const wished = computedSame<RenderRequest | null>(() => {
  if (!asked.value) return null
  const { developed, lift_ev, denoise, peaking } = view.value
  const look: RenderRequest['look'] = {
    ...asked.value.look,
    thresholds: thresholds.value ?? asked.value.look.thresholds,
    development: developed ? { lift_ev, denoise } : null,
    peaking: peaking === 'off' ? null : { level: peaking },
    crop: pixels.value ? trial.value.point : null,
    crop_height_px: pixels.value ? 544 : null,
  }
  return { ...asked.value, look }
})
const shownRequest = computed(() => (showKept.value && kept.value ? kept.value : wished.value))
const {
  frame,
  problem: frameProblem,
  waiting,
} = useFrame(
  () => (comparing.value ? null : shownRequest.value),
  () => (pixels.value ? 816 : 960),
)

const name = computed(() => `${base.value?.title ?? 'Scene'}, simulated`)
const summary = computed(() => {
  const now = frame.value?.capture
  return now ? `${shutterWithUnit(now.shutter_s)} · ${apertureText(now.aperture)} · ISO ${isoText(now.iso)}` : ''
})
const offText = (made: FrameOut): string =>
  Math.abs(made.off_ev) < 0.17
    ? 'The subject as intended'
    : `The subject ${stopsText(made.off_ev)} EV ${made.off_ev > 0 ? 'brighter' : 'darker'} than intended`
const moving = computed(() => {
  const { subject_px, shake_px, skew_px } = frame.value?.movement ?? { subject_px: 0, shake_px: 0, skew_px: 0 }
  const said = [subject_px < 0.05 ? 'nothing moves' : `it moves ${subject_px.toFixed(subject_px < 10 ? 1 : 0)} px`]
  if (shake_px >= 0.5) said.push(`hand ${shake_px.toFixed(1)} px`)
  if (skew_px >= 1) said.push(`read-out slants ${skew_px.toFixed(0)} px`)
  return said.join(', ')
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
    tab.value = 'closer'
  } else note({ point: at })
}
const tune = (part: Partial<SceneTuning>): void => {
  note({ tuning: { ...trial.value.tuning, ...part } })
  if (part.card) click.value = 'card'
}
const keep = (): void => {
  kept.value = wished.value
}
function addVariant(): void {
  if (!wished.value || variants.value.length >= 4) return
  variants.value = [
    ...variants.value,
    {
      name: variants.value.length ? `Variant ${variants.value.length + 1}` : 'First',
      request: { ...wished.value, look: { ...wished.value.look, crop: null, crop_height_px: null } },
    },
  ]
}
function goOnFrom(index: number): void {
  const { capture: from } = variants.value[index]!.request
  change({ shutter_s: from.shutter_s, aperture: from.aperture, iso: from.iso, dr_mode: from.reserve })
  comparing.value = false
}
function dropVariant(index: number): void {
  variants.value = variants.value.filter((_, i) => i !== index)
  if (!variants.value.length) comparing.value = false
}
function go(by: number): void {
  const at = others.value.findIndex((each) => each.situation.id === props.situationId)
  const to = others.value[at + by]
  if (to) void router.push(`/shoots/${props.shootId}/rehearse/${to.situation.id}`)
}
watch(
  () => props.situationId,
  () => {
    marks.value = []
    kept.value = cardAt.value = null
    variants.value = []
    comparing.value = false
  },
)

useOpenThing(() => [shootEntry.value ? currentOf(shootEntry.value)?.title : '', planned.value?.situation.title].filter(Boolean).join(' · '))
useShortcuts([
  { keys: 'J', does: 'Next situation', run: () => go(1) },
  { keys: 'K', does: 'Previous situation', run: () => go(-1) },
  { keys: 'A', does: 'Keep this frame', run: keep },
  { keys: 'B', does: 'Kept frame and this one, in turn', run: () => (showKept.value = !showKept.value && kept.value !== null) },
  { keys: 'V', does: 'Add this frame as a variant', run: addVariant },
  { keys: 'C', does: 'Compare the variants', run: () => (comparing.value = !comparing.value && variants.value.length > 0) },
  { keys: 'X', does: 'One sensor pixel a screen pixel, at the point', run: () => (pixels.value = !pixels.value) },
  { keys: 'R', does: 'Everything as planned', run: () => note({ changes: {}, tuning: {}, metered: false }) },
  ...TABS.map((each, i) => ({ keys: String(i + 1), does: `Show ${each}`, run: () => void (tab.value = each) })),
])
</script>

<template>
  <div v-if="!loaded" class="page soft" aria-busy="true">Opening the situation…</div>
  <div v-else-if="!planned" class="page">
    <div class="empty">
      <p>{{ failed || 'There is no such situation (any more).' }}</p>
      <RouterLink to="/shoots">To the shoots</RouterLink>
    </div>
  </div>
  <div v-else-if="!body || !lens" class="page">
    <div class="empty">
      <p>Which body and lens? A rehearsal needs both.</p>
      <RouterLink :to="`/shoots/${shootId}/plan/${situationId}`">Choose them in the plan</RouterLink>
    </div>
  </div>
  <div v-else class="rehearse">
    <section class="stage" aria-label="Frame">
      <FrameTools
        v-model:click="click"
        v-model:pixels="pixels"
        v-model:show-kept="showKept"
        v-model:comparing="comparing"
        :kept="kept !== null"
        :count="variants.length"
        :summary="summary"
        @keep="keep"
        @add="addVariant" />
      <p v-if="problem || frameProblem" class="stop" role="alert">{{ (problem ?? frameProblem)!.message }}</p>
      <VariantsView v-if="comparing" :variants="variants" :output="planned.situation.output" @drop="dropVariant" @take="goOnFrom" />
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
        :click-does="click === 'point' ? 'Arrow keys move the meter point.' : ''"
        :style="{ '--peak': view.peakColour }"
        @point="pointed" />
      <div v-else class="waits soft" aria-busy="true">Drawing the scene…</div>
      <p v-if="frame && !comparing" class="said">
        {{ offText(frame) }}; {{ moving }}.
        <span class="soft">Exposed for {{ evText(frame.exposure_ev100) }}. A drawn scene in true units, not a photograph.</span>
      </p>
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
    </section>
    <section class="side" aria-label="What the frame shows">
      <TrialBar
        v-if="changedText.length || trial.metered"
        :tried="changedText"
        :ready="changedText.length > 0 && capture !== null"
        @hold="sendBack"
        @drop="note({ changes: {}, metered: false })" />
      <div class="tabs" role="tablist" aria-label="Readings">
        <button
          v-for="each in TABS"
          :key="each"
          class="plain"
          role="tab"
          :aria-selected="tab === each"
          :class="{ on: tab === each }"
          @click="tab = each">
          {{ each }}
        </button>
      </div>
      <template v-if="base && asked && wished && capture && meter">
        <MeterPanel
          v-if="tab === 'meter'"
          :asked="asked"
          :meter="meter"
          :metered="trial.metered"
          @change="change"
          @metered="(metered) => note({ metered })"
          @radius="(spot) => (spotRadius = spot)" />
        <TonePanel
          v-else-if="tab === 'tone' && frame && thresholds"
          v-model:thresholds="thresholds"
          :frame="frame"
          :capture="capture"
          :meter="meter"
          :metered="trial.metered"
          :hatches="hatches"
          @change="change"
          @hatches="(shown) => (hatches = shown)" />
        <BracketPanel v-else-if="tab === 'bracket'" :asked="asked" :base="base" @change="change" />
        <ColourPanel
          v-else-if="tab === 'colour'"
          :asked="asked"
          :capture="capture"
          :body="body"
          :tuning="tuning"
          :clicked="cardAt"
          @change="change"
          @tune="tune" />
        <LookPanel v-else-if="tab === 'look'" v-model:view="view" :capture="capture" @change="change" />
        <CloserPanel
          v-else-if="tab === 'closer'"
          :asked="wished"
          :kept="kept"
          :marks="marks"
          @forget="(index) => (marks = marks.filter((_, i) => i !== index))" />
        <ScenePanel
          v-else-if="tab === 'scene'"
          :base="base"
          :tuning="tuning"
          :tuned="Object.keys(trial.tuning).length > 0"
          @scene="(scene) => note({ scene, tuning: {} })"
          @tune="tune"
          @untune="note({ tuning: {}, scene: null })" />
      </template>
    </section>
  </div>
</template>

<style scoped>
.rehearse {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 384px;
  height: calc(100vh - var(--top-height) - 1px);
  min-height: 520px;
}

.stage,
.side {
  display: grid;
  gap: 8px;
  align-content: start;
  padding: 8px 14px 14px;
  overflow-y: auto;
  scrollbar-width: thin;
}

.stage > :deep(.frame),
.waits {
  max-width: calc((100vh - 252px) * 1.5);
  margin: 0 auto;
}

.waits {
  width: 100%;
  aspect-ratio: 3 / 2;
  padding: 40px;
  background: var(--well);
}

.side {
  border-left: 1px solid var(--rule);
}

.side :deep(.panel) {
  display: grid;
  gap: 7px;
}

.rehearse :deep(.line) {
  display: flex;
  gap: 7px;
  align-items: center;
  font-size: 12px;
}

.said {
  font-size: 12px;
}

.rulers {
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 4px 18px;
}

.tabs {
  display: flex;
  gap: 14px;
  border-bottom: 1px solid var(--rule);
}

.tabs button {
  padding: 3px 0;
  border-bottom: 2px solid transparent;
  color: var(--soft);
}

.tabs button.on {
  border-color: var(--move);
  color: var(--ink);
}

.tabs button::first-letter {
  text-transform: uppercase;
}

@media (max-width: 900px) {
  .rehearse {
    grid-template-columns: minmax(0, 1fr);
    height: auto;
  }

  .stage,
  .side {
    overflow: visible;
    border: 0;
  }

  .rulers {
    grid-template-columns: minmax(0, 1fr);
  }

  .tabs {
    flex-wrap: wrap;
  }
}
</style>
