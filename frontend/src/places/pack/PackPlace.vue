<script setup lang="ts">
/** The Pack place: a shoot's setups into the places of its bodies, the routes between them, the hand's controls. */
import { Button } from 'ant-design-vue'
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import { answered, client, Problem } from '@/api/client'
import type { Control } from '@/api/types'
import { download } from '@/shared/download'
import HistoryButton from '@/shared/HistoryButton.vue'
import OwnWord from '@/shared/OwnWord.vue'
import PickRow from '@/shared/PickRow.vue'
import { useShortcuts } from '@/shared/shortcuts'
import TwoColumns from '@/shared/TwoColumns.vue'
import WhileOpening from '@/shared/WhileOpening.vue'
import { useOpenThing } from '@/shell/open'
import CostSteps from './CostSteps.vue'
import PackedWays from './PackedWays.vue'
import PlacesTable from './PlacesTable.vue'
import RouteSteps from './RouteSteps.vue'
import { useCamera } from './useCamera'
import { PACK_TABS, useOpenRoute } from './useOpenRoute'
import { usePack } from '@/camera/usePack'
import { secondsText } from './routeWords'

const ControlsPanel = defineAsyncComponent(() => import('./ControlsPanel.vue'))
const CameraPanel = defineAsyncComponent(() => import('./CameraPanel.vue'))
const WatchPanel = defineAsyncComponent(() => import('./WatchPanel.vue'))
const StatePanel = defineAsyncComponent(() => import('./StatePanel.vue'))
const props = defineProps<{ shootId: string; situationId?: string }>()
const pack = usePack(() => props.shootId)
const { loaded, failed, shoot, situations, bodies, answer, problem } = pack

const {
  bodyTabs,
  bodyId,
  packed,
  tab,
  open,
  storing,
  move,
  openRoute,
  title: openTitle,
  day,
  show,
  nextBody,
} = useOpenRoute(pack, () => props.situationId)
const body = computed(() => bodies.value.find((each) => each.id === bodyId.value) ?? null)
const book = computed(() => pack.bookOf(bodyId.value))
const trouble = ref('')
const usual = ref<Control[]>([])
watch(
  [body, book],
  ([itsBody, itsBook]) => {
    if (!itsBody || itsBook?.controls?.length) return
    answered(client.POST('/api/v1/phrasebooks/usual', { body: itsBody }))
      .then((found) => (usual.value = found.controls ?? []))
      .catch((error: Error) => (trouble.value = error.message))
  },
  { immediate: true },
)

const labelOf = (placeId: string | null | undefined): string => packed.value?.packing.places.find((each) => each.id === placeId)?.label ?? ''
const hand = useCamera(
  () => body.value,
  () => book.value,
  () => packed.value?.state ?? null,
)
const current = ref<number | null>(null)
watch(open, () => (current.value = null))
async function done(): Promise<void> {
  if (!packed.value || !openRoute.value) return
  try {
    await pack.recordWalked(packed.value, openRoute.value, storing.value)
  } catch (error) {
    trouble.value = error instanceof Problem ? error.message : String(error)
  }
}
async function take(format: 'markdown' | 'csv'): Promise<void> {
  try {
    const text = await pack.fetchRoutes(format)
    download(`routes.${format === 'csv' ? 'csv' : 'md'}`, text, format === 'csv' ? 'text/csv' : 'text/markdown')
  } catch (error) {
    trouble.value = error instanceof Problem ? error.message : String(error)
  }
}
useOpenThing(() => shoot.value?.title ?? '')
useShortcuts([
  { keys: 'B', does: 'The other body', run: nextBody },
  { keys: 'R', does: 'The open route', run: () => (tab.value = 'route') },
  { keys: 'C', does: 'The simulated camera', run: () => (tab.value = 'camera') },
])
</script>

<template>
  <WhileOpening v-if="!loaded || !shoot" :loaded="loaded" :failed="failed" what="shoot" />
  <div v-else-if="!situations.length || (answer && !answer.bodies.length)" class="page">
    <div class="empty">
      <p v-for="each in answer?.left_out ?? []" :key="each.title">{{ each.title }}: {{ each.sentence }}</p>
      <p>Nothing to pack yet: a situation needs a body, a lens and its light.</p>
      <RouterLink :to="`/shoots/${shootId}/plan`">To the plan</RouterLink>
    </div>
  </div>
  <div v-else-if="!packed" class="page">
    <p v-if="problem" class="stop" role="alert">{{ problem.message }}</p>
    <p v-else class="soft" aria-busy="true">Packing…</p>
  </div>
  <TwoColumns v-else main="The shoot, packed" side="The open route and the hand" :side-px="430">
    <div class="head">
      <h1>{{ shoot.title }} <OwnWord word="Pack" /></h1>
      <PickRow v-if="bodyTabs.length > 1" v-model:value="bodyId" spoken label="Body" :options="bodyTabs" />
      <span class="end">
        <Button size="small" @click="take('markdown')">Routes as Markdown</Button>
        <Button size="small" @click="take('csv')">Routes as CSV</Button>
        <HistoryButton v-if="pack.decisions.value" :id="pack.decisions.value.id" kind="packings" />
      </span>
    </div>
    <p v-if="problem || trouble" class="stop" role="alert">{{ problem?.message ?? trouble }}</p>
    <p v-for="each in answer?.left_out ?? []" :key="each.title" class="cost">
      <b>{{ each.title }}</b> is not packed. {{ each.sentence }}
    </p>
    <p v-if="packed.stale" class="cost" role="alert">{{ packed.stale }}</p>
    <p>
      {{ packed.packing.sentence }}
      <span class="soft"
        >Words of the camera:
        <RouterLink :to="`/gear/bodies/${bodyId}/words`">{{ book ? 'its phrasebook' : 'ours, until you write its phrasebook' }}</RouterLink>.</span
      >
    </p>
    <h2>Storage places of {{ packed.packing.body_name }} <OwnWord word="Storage place" /></h2>
    <p v-if="!packed.packing.places.length" class="soft">{{ packed.packing.body_name }} has no storage places: every change is made by hand.</p>
    <PlacesTable v-else :pack="pack" :packed="packed" />
    <CostSteps v-if="packed.packing.costs.length > 1 && packed.packing.moves.length > 1" :costs="packed.packing.costs" />
    <PackedWays
      :open="open"
      :body-id="bodyId"
      :several="bodyTabs.length > 1"
      :packed="packed"
      :day="day"
      :situations="situations"
      @open="(at) => (open = at)"
      @show="show"
      @prepared="pack.recordPrepared(packed)" />
    <p v-if="packed.packing.held" class="soft">{{ packed.packing.held.sentence }} It saves {{ secondsText(packed.packing.held.saves_s) }}.</p>
    <template #side>
      <PickRow v-model:value="tab" label="Panel" spoken :options="PACK_TABS" />
      <div v-if="tab === 'route'" class="routes">
        <h2>{{ openTitle }} <OwnWord word="Route" /></h2>
        <p v-if="move?.proposal" class="cost">{{ move.proposal }}</p>
        <RouteSteps v-if="openRoute" :route="openRoute" :stores-in="storing?.place ? labelOf(storing.place) : null" :current="current" />
        <p v-if="move && move.recalled.length" class="soft">{{ move.recalled.length }} more settings come back with the recall.</p>
        <Button v-if="openRoute?.steps.length" size="small" type="primary" @click="done">Done: it stands like this now</Button>
      </div>
      <CameraPanel
        v-else-if="tab === 'camera' && body"
        :key="bodyId + open"
        :pack="pack"
        :packed="packed"
        :body="body"
        :book="book"
        :usual="usual"
        :hand="hand"
        :route="openRoute"
        :storing="storing"
        :title="openTitle"
        @walked-to="(k) => (current = k)" />
      <ControlsPanel v-else-if="tab === 'controls'" :pack="pack" :packed="packed" :book="book" :usual="usual" />
      <WatchPanel v-else-if="tab === 'watch'" :key="bodyId" :pack="pack" :packed="packed" />
      <StatePanel v-else :key="bodyId" :pack="pack" :packed="packed" :book="book" />
    </template>
  </TwoColumns>
</template>

<style scoped>
.head {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  align-items: center;
}

.end {
  display: flex;
  gap: 8px;
  margin-left: auto;
}

h2 {
  margin-top: 6px;
}

.routes {
  display: grid;
  gap: 8px;
  justify-items: start;
}

.routes > :deep(.route) {
  width: 100%;
}
</style>
