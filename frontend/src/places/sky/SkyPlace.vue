<script setup lang="ts">
/** The Sky place of a shoot: the night over its place, the frame on the sky, the Moon, other nights, sequences. */
import { Button } from 'ant-design-vue'
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { answered, client, Problem } from '@/api/client'
import type { CalendarItem, Star } from '@/api/types'
import { currentDocument, loadKind } from '@/saving/documents'
import { edit } from '@/saving/undo'
import { useFoundation } from '@/planning/useFoundation'
import { apertureText, clockText, evText, isoText, shutterWithUnit } from '@/shared/format'
import { newId } from '@/shared/ids'
import PickRow from '@/shared/PickRow.vue'
import { useShortcuts } from '@/shared/shortcuts'
import WhileOpening from '@/shared/WhileOpening.vue'
import { useOpenThing } from '@/shell/open'
import { requestFor } from '@/planning/useCase'
import { takeCalendar } from './calendar'
import { daysAfter } from './dates'
import HorizonView from './HorizonView.vue'
import NightLine from './NightLine.vue'
import NightPanel from './NightPanel.vue'
import { useNight } from './useNight'

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
  situations,
} = over
const shootEntry = computed(() => shoot.value ?? currentDocument('shoots', props.shootId))
const foundation = useFoundation()

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
function takeDate(): void {
  if (shootEntry.value && date.value) edit('shoots', { ...shootEntry.value, date: date.value })
}
function savePlace(): void {
  const place = shootEntry.value?.place
  if (!place || !shootEntry.value) return
  const fresh = {
    id: newId(),
    name: place.name,
    note: '',
    latitude_deg: place.latitude_deg,
    longitude_deg: place.longitude_deg,
    elevation_m: place.elevation_m,
    zone: shootEntry.value.zone,
    dark_mag: 21.7,
    glows: [],
    horizon: [],
  }
  edit('places', fresh)
  void router.push({ path: '/places', query: { id: fresh.id } })
}

const said = ref('')
/** The shoot's own plans as a calendar file: each situation with its hours and setup. */
async function takePlans(): Promise<void> {
  const own = over.sky.value
  if (!own) return
  try {
    const items: CalendarItem[] = []
    for (const each of situations.value) {
      const { situation } = each
      if (situation.starts_at_min === null || situation.starts_at_min === undefined) continue
      const [itsBody, itsLens] = [currentDocument('bodies', each.body_id ?? ''), currentDocument('lenses', each.lens_id ?? '')]
      let note = ''
      if (itsBody && itsLens) {
        const { choice, light } = await answered(
          client.POST('/api/v1/plan', { body: requestFor(each, itsBody, itsLens, foundation.under(each), own) }),
        )
        note = `${itsBody.name}, ${itsLens.name}: ${shutterWithUnit(choice.shutter_s)}, ${apertureText(choice.aperture)}, ISO ${isoText(choice.iso)} at ${evText(light.ev100)}`
      }
      items.push({
        title: `${shootEntry.value?.title}: ${situation.title}`.slice(0, 200),
        date: own.date,
        zone: own.zone,
        from_min: situation.starts_at_min,
        until_min: situation.ends_at_min ?? situation.starts_at_min,
        note,
        place: shootEntry.value?.place?.name ?? '',
        alarm_min: 60,
      })
    }
    if (!items.length) said.value = 'No situation has hours yet.'
    else {
      await takeCalendar('shoot', items)
      said.value = `${items.length} plans taken along, each with an alarm an hour before.`
    }
  } catch (error) {
    said.value = error instanceof Problem ? error.message : String(error)
  }
}

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
  <div v-else-if="!shootEntry.date || !shootEntry.place" class="page">
    <div class="empty">
      <p>The sky needs a day and a place. Give them under Shoots, Details.</p>
      <RouterLink to="/shoots">To the shoots</RouterLink>
    </div>
  </div>
  <div v-else-if="!planned" class="page">
    <div class="empty">
      <p>{{ situationId ? 'There is no such situation (any more).' : 'Add a situation first: its kit looks at the sky.' }}</p>
      <RouterLink :to="`/shoots/${shootId}/plan`">To the plan</RouterLink>
    </div>
  </div>
  <div v-else class="sky-place">
    <section class="views" aria-label="The night">
      <div class="head">
        <h1>{{ planned.situation.title }}</h1>
        <span class="date">
          <button class="link" title="The night before (,)" @click="date && goTo(daysAfter(date, -1))">earlier</button>
          <input
            type="date"
            :value="date ?? ''"
            min="1900-01-01"
            max="2200-12-31"
            aria-label="Night of"
            @change="($event.target as HTMLInputElement).value && goTo(($event.target as HTMLInputElement).value)" />
          <button class="link" title="The night after (.)" @click="date && goTo(daysAfter(date, 1))">later</button>
        </span>
        <span v-if="date !== shootDate" class="soft"
          >not the shoot’s day: <button class="link" @click="goTo(shootDate!)">back</button> or
          <button class="link" @click="takeDate">make it so</button></span
        >
        <span class="soft where"
          >{{ shootEntry.place.name }}, {{ shootEntry.zone.replaceAll('_', ' ') }} ·
          <RouterLink v-if="saved" :to="{ path: '/places', query: { id: saved.id } }">horizon and glow</RouterLink
          ><button v-else class="link" @click="savePlace">save this place</button></span
        >
      </div>
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
      <p v-if="panorama.answer.value?.frame?.caution" class="caution stop" role="alert">{{ panorama.answer.value.frame.caution }}</p>
      <p class="soft">
        {{ clockText(Math.round(atMin)) }} by the clock there. The sky is drawn without refraction; land as
        {{ saved?.horizon.length ? `${saved.name} has it` : 'a flat horizon' }}. Night work: tell someone where you are; watch edges, water and
        traffic.
      </p>
    </section>
    <section class="panels" aria-label="What the night allows">
      <PickRow v-model:value="tab" label="Panel" spoken :options="TABS" />
      <template v-if="nightSky">
        <NightPanel v-if="tab === 'night'" :over="over" :sky="nightSky" :stars="stars" />
        <MoonPanel v-else-if="tab === 'moon'" :over="over" :sky="nightSky" @look="look" />
        <SearchPanel v-else-if="tab === 'search'" :over="over" :sky="nightSky" :place="shootEntry.place.name" @look="look" />
        <SequencePanel v-else :over="over" :title="shootEntry.title" />
      </template>
    </section>
  </div>
</template>

<style scoped>
.sky-place {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 352px;
  height: calc(100vh - var(--top-height) - 1px);
}

.sky-place > section {
  display: grid;
  gap: 8px;
  align-content: start;
  padding: 10px 14px 16px;
  overflow-y: auto;
  scrollbar-width: thin;
}

.sky-place > .views {
  display: flex;
  flex-direction: column;
}

.views > :deep(.horizon) {
  flex: 1;
}

.panels {
  border-left: 1px solid var(--rule);
}

.head,
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: baseline;
}

.tools {
  align-items: center;
}

.where,
.end {
  margin-left: auto;
}

.date {
  display: inline-flex;
  gap: 8px;
  align-items: center;
}

.date input {
  height: 26px;
  padding: 0 6px;
  border: 1px solid var(--edge);
  border-radius: 2px;
  background: var(--sheet);
  color: var(--ink);
  font: inherit;
}

.caution {
  padding: 6px 10px;
  border: 1px solid var(--stop);
  background: var(--sheet);
}

@media (max-width: 900px) {
  .sky-place {
    grid-template-columns: minmax(0, 1fr);
    height: auto;
  }

  .sky-place > section {
    overflow: visible;
    border: 0;
  }
}
</style>
