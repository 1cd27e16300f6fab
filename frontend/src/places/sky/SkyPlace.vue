<script setup lang="ts">
/** The Sky place of a shoot: the night over its place, the frame on the sky, the Moon, other nights, sequences. */
import { Button } from 'ant-design-vue'
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { answered, client } from '@/api/client'
import type { Star } from '@/api/types'
import { currentDocument, loadKind } from '@/saving/documents'
import { clockText } from '@/shared/format'
import PickRow from '@/shared/PickRow.vue'
import { useShortcuts } from '@/shared/shortcuts'
import TwoColumns from '@/shared/TwoColumns.vue'
import WhileOpening from '@/shared/WhileOpening.vue'
import { useOpenThing } from '@/shell/open'
import { daysAfter } from './dates'
import HorizonView from './HorizonView.vue'
import NightLine from './NightLine.vue'
import NightPanel from './NightPanel.vue'
import SkyHead from './SkyHead.vue'
import { useNight } from './useNight'
import { useShootCalendar } from './useShootCalendar'

const NightFrame = defineAsyncComponent(() => import('./NightFrame.vue'))
const MoonPanel = defineAsyncComponent(() => import('./MoonPanel.vue'))
const SearchPanel = defineAsyncComponent(() => import('./SearchPanel.vue'))
const SequencePanel = defineAsyncComponent(() => import('./SequencePanel.vue'))
const props = defineProps<{ shootId: string; situationId?: string }>()
const route = useRoute()
const router = useRouter()
loadKind('shoots').catch(() => undefined)

const over = useNight(
  () => props.shootId,
  () => props.situationId || null,
)
const {
  loaded,
  failed,
  shoot,
  planned,
  body,
  lens,
  date,
  shootDate,
  goTo,
  night,
  day,
  panorama,
  nightSky,
  saved,
  pointed,
  turning,
  turnTo,
  atMin,
  scrubbing,
  lookAt,
} = over
const shootEntry = computed(() => shoot.value ?? currentDocument('shoots', props.shootId))

const TABS = [
  { value: 'night', label: 'Night' },
  { value: 'moon', label: 'Moon' },
  { value: 'search', label: 'Other nights' },
  { value: 'sequence', label: 'Many frames' },
] as const
type Tab = (typeof TABS)[number]['value']
const tab = computed<Tab>({
  get: () => TABS.find((each) => each.value === route.query.tab)?.value ?? (planned.value?.situation.subject === 'moon' ? 'moon' : 'night'),
  set: (to) => void router.replace({ query: { ...route.query, tab: to } }),
})
const close = ref<'whole' | 'close'>('whole')
const VIEWS = [
  { value: 'whole', label: 'Whole horizon' },
  { value: 'close', label: 'Around the frame' },
] as const
watch(
  () => over.focalMm.value,
  (focal) => {
    if (focal && focal > 150) close.value = 'close'
  },
  { once: true },
)

const stars = ref<Star[]>([])
answered(client.GET('/api/v1/sky/stars'))
  .then((found) => (stars.value = found))
  .catch(() => undefined)

function look(to: string, minutes: number): void {
  void router.replace({ query: { ...route.query, date: to === shootDate.value ? undefined : to, at: String(Math.round(minutes)) } })
}
function pointAtTarget(): void {
  const answer = night.answer.value
  if (answer) turnTo(answer.target_azimuth_deg, Math.max(answer.target_altitude_deg, 0))
}
function pointAtMoon(): void {
  const moon = panorama.answer.value?.tracks.find((track) => track.kind === 'moon')
  if (moon) turnTo(moon.now_azimuth_deg, moon.now_altitude_deg)
}
const { said, takePlans } = useShootCalendar(over, () => shootEntry.value)

useOpenThing(() => [shootEntry.value?.title, body.value?.name, lens.value?.name].filter(Boolean).join(' · '))
useShortcuts([
  { keys: ',', does: 'The night before', run: () => date.value && goTo(daysAfter(date.value, -1)) },
  { keys: '.', does: 'The night after', run: () => date.value && goTo(daysAfter(date.value, 1)) },
  { keys: 'C', does: 'Point the frame at the target', run: pointAtTarget },
  { keys: 'M', does: 'Point the frame at the Moon', run: pointAtMoon },
])
</script>

<template>
  <WhileOpening v-if="!loaded || !shootEntry" :loaded="loaded" :failed="failed" what="shoot" />
  <div v-else-if="!shootEntry.place" class="page">
    <div class="empty">
      <p>The sky needs a place. Give it under Shoots, Details; the day can be found here.</p>
      <RouterLink to="/shoots">To the shoots</RouterLink>
    </div>
  </div>
  <div v-else-if="!planned" class="page">
    <div class="empty">
      <p>{{ situationId ? 'There is no such situation (any more).' : 'Add a situation first: its kit looks at the sky.' }}</p>
      <RouterLink :to="`/shoots/${shootId}/plan`">To the plan</RouterLink>
    </div>
  </div>
  <TwoColumns v-else class="sky-place" main="The night" side="What the night allows" :side-px="352">
    <SkyHead :title="planned.situation.title" :shoot="shootEntry" :date="date" :shoot-date="shootDate" :saved="saved" @go="goTo" />
    <p v-if="night.problem.value" class="stop" role="alert">{{ night.problem.value.message }}</p>
    <NightLine
      v-if="day.answer.value"
      :at="atMin"
      :day="day.answer.value"
      :night="night.answer.value"
      :target="over.asked.value.target"
      @update:at="(minutes) => (scrubbing = minutes)"
      @rest="lookAt" />
    <div class="tools">
      <PickRow v-model:value="close" label="View" spoken :options="VIEWS" />
      <Button size="small" title="C" @click="pointAtTarget">Point at the target</Button>
      <Button size="small" title="M" @click="pointAtMoon">Point at the Moon</Button>
      <span v-if="pointed" class="soft"
        >looks to {{ Math.round(((pointed.bearing % 360) + 360) % 360) }}°, tilted {{ Math.round(pointed.tilt) }}°</span
      >
      <span v-else class="soft">nobody has said where the camera looks</span>
      <Button size="small" class="end" @click="takePlans">Calendar of the shoot (.ics)</Button>
    </div>
    <p v-if="said" class="soft" role="status">{{ said }}</p>
    <HorizonView
      v-if="panorama.answer.value"
      :sky="panorama.answer.value"
      :at="Math.round(atMin)"
      :pointed="pointed"
      :close="close === 'close'"
      @turn="(bearing, tilt) => (turning = { bearing, tilt })"
      @turned="turnTo" />
    <NightFrame
      v-if="over.request.value && over.plan.value"
      :request="over.request.value"
      :sky="panorama.answer.value"
      :pointed="pointed"
      :verdict="over.plan.value.frame.verdict" />
    <p v-if="panorama.answer.value?.frame?.caution" class="boxed stop" role="alert">{{ panorama.answer.value.frame.caution }}</p>
    <p class="soft">
      {{ clockText(Math.round(atMin)) }} by the clock there. The sky is drawn without refraction; land as
      {{ saved?.horizon.length ? `${saved.name} has it` : 'a flat horizon' }}. Night work: tell someone where you are; watch edges, water and traffic.
    </p>
    <template #side>
      <PickRow v-model:value="tab" label="Panel" spoken :options="TABS" />
      <template v-if="nightSky">
        <NightPanel v-if="tab === 'night'" :over="over" :sky="nightSky" :stars="stars" />
        <MoonPanel v-else-if="tab === 'moon'" :over="over" :sky="nightSky" @look="look" />
        <SearchPanel v-else-if="tab === 'search'" :over="over" :sky="nightSky" :place="shootEntry.place.name" @look="look" />
        <SequencePanel v-else :over="over" :title="shootEntry.title" />
      </template>
    </template>
  </TwoColumns>
</template>

<style scoped>
.sky-place > :deep(.main) {
  display: flex;
  flex-direction: column;
}

.sky-place > :deep(.main) > * {
  flex-shrink: 0;
}

.sky-place :deep(.horizon) {
  flex: 1 1 220px;
}

.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: baseline;
}

.tools {
  align-items: center;
}

.end {
  margin-left: auto;
}
</style>
