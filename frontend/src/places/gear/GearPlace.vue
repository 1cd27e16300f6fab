<script setup lang="ts">
/** Bodies and lenses the photographer owns. */
import { Button } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import type { Body, Lens } from '@/api/types'
import PickBox from '@/lists/PickBox.vue'
import { archiveRows, removeRows } from '@/lists/severalRows'
import { useListView } from '@/lists/useListView'
import { useCopies } from '@/planning/copies'
import DemoLine from '@/planning/DemoLine.vue'
import { useDemo } from '@/planning/useDemo'
import { useWhereUsed } from '@/planning/whereUsed'
import { currentDocument, currentOf, loadKind, useEntries } from '@/saving/documents'
import { together } from '@/saving/undo'
import { useFoundation } from '@/planning/useFoundation'
import FileButton from '@/shared/FileButton.vue'
import ListPlace from '@/shared/ListPlace.vue'
import { apertureText, isoText, shutterWithUnit } from '@/shared/format'
import { newId } from '@/shared/ids'
import { useShortcuts } from '@/shared/shortcuts'
import { distanceText } from '@/shared/units'
import { useOpenThing } from '@/shell/open'
import GearTools from './GearTools.vue'
import KitReach from './KitReach.vue'
import FileReport from './FileReport.vue'
import { useKitFile } from './useKitFile'
import { useReviews } from './useReviews'

const router = useRouter()
const failed = ref('')
const loaded = ref(false)
Promise.all([loadKind('bodies'), loadKind('lenses')])
  .catch((error: Error) => (failed.value = error.message))
  .finally(() => (loaded.value = true))
const bodies = useEntries('bodies')
const lenses = useEntries('lenses')
const demo = useDemo()
const allBodies = computed(() => bodies.value.map((entry) => currentOf(entry)!).filter((body) => demo.isShown(body.id)))
const allLenses = computed(() => lenses.value.map((entry) => currentOf(entry)!).filter((lens) => demo.isShown(lens.id)))
const bodyView = useListView<Body>(() => allBodies.value, {
  textOf: (body) => `${body.name} ${body.note} ${body.megapixels} MP ${body.sensor_width_mm} mm`,
  isArchived: (body) => body.archived,
  orders: [
    { id: 'name', label: 'name', compare: (a, b) => a.name.localeCompare(b.name) },
    { id: 'sensor', label: 'sensor', compare: (a, b) => b.sensor_width_mm * b.sensor_height_mm - a.sensor_width_mm * a.sensor_height_mm },
    { id: 'ceiling', label: 'ISO ceiling', compare: (a, b) => b.ceilings.routine - a.ceilings.routine },
  ],
})
const lensView = useListView<Lens>(() => allLenses.value, {
  prefix: 'lens-',
  textOf: (lens) => `${lens.name} ${lens.note} ${lens.focal_min_mm} ${lens.focal_max_mm} mm f/${lens.widest.map((each) => each.f_number).join(' ')}`,
  isArchived: (lens) => lens.archived,
  orders: [
    { id: 'focal', label: 'focal length', compare: (a, b) => a.focal_min_mm - b.focal_min_mm || a.focal_max_mm - b.focal_max_mm },
    { id: 'name', label: 'name', compare: (a, b) => a.name.localeCompare(b.name) },
    { id: 'bright', label: 'brightness', compare: (a, b) => brightest(a) - brightest(b) },
  ],
  narrowing: {
    label: 'Kind',
    options: [
      { value: 'zoom', label: 'zooms' },
      { value: 'single', label: 'single focal lengths' },
    ],
    of: (lens) => (lens.focal_max_mm > lens.focal_min_mm ? 'zoom' : 'single'),
  },
})
const sorted = computed(() => ({ bodies: bodyView.found, lenses: lensView.found }))
const brightest = (lens: Lens): number => Math.min(...lens.widest.map((each) => each.f_number))
const { answers: reviews, isReviewed } = useReviews(() => sorted.value.bodies)
const focal = (low: number, high: number): string => (low === high ? `${low} mm` : `${low}–${high} mm`)
const widest = (values: { f_number: number }[]): string => {
  const numbers = values.map((value) => value.f_number)
  const [least, most] = [Math.min(...numbers), Math.max(...numbers)]
  return least === most ? apertureText(least) : `${apertureText(least)}–${apertureText(most).replace('f/', '')}`
}
const file = useKitFile('bodies')
const foundation = useFoundation()
const begun = computed(() => foundation.document.value?.begun ?? {})
const setUp = (id: string): void => void router.push(`/gear/bodies/${id}/set-up`)
const { copyBody, copyLens } = useCopies()
const { usedText } = useWhereUsed()
function copyAll(): void {
  together('copying', () => {
    bodyView.chosen.forEach((id) => copyBody(currentDocument('bodies', id)!))
    lensView.chosen.forEach((id) => copyLens(currentDocument('lenses', id)!))
  })
}
const deleting = (ids: readonly string[]): string =>
  `Delete ${ids.length}?${ids.length === 1 ? usedText(ids[0]!) : ''} Undo brings ${ids.length === 1 ? 'it' : 'them'} back.`
const addBody = (): void => void router.push(`/gear/bodies/${newId()}`)
const addLens = (): void => void router.push(`/gear/lenses/${newId()}`)
useOpenThing(() => '')
useShortcuts([
  { keys: 'B', does: 'Add a body', run: addBody },
  { keys: 'L', does: 'Add a lens', run: addLens },
  { keys: 'F', does: 'Open the foundation', run: () => void router.push('/gear/foundation') },
])
</script>

<template>
  <ListPlace title="Gear" :loaded="loaded" :failed="failed">
    <template #actions>
      <Button type="primary" @click="addBody">Add a body</Button>
      <Button type="primary" @click="addLens">Add a lens</Button>
      <Button @click="setUp(newId())">Set up my camera</Button>
      <FileButton label="Body file" accept=".json,application/json" @file="file.read">Read a body</FileButton>
      <Button @click="router.push('/gear/foundation')">Foundation</Button>
    </template>
    <FileReport :said="file.said.value" :left-out="file.leftOut.value" />
    <h2>Bodies</h2>
    <p v-if="!allBodies.length" class="empty">No body yet. Its limits are where every plan starts.</p>
    <GearTools
      v-else
      what="bodies"
      :view="bodyView"
      @archive="(on) => archiveRows('bodies', bodyView.chosen, on)"
      @copy="copyAll()"
      @remove="removeRows('bodies', bodyView.chosen)"
      :question="deleting(bodyView.chosen)" />
    <table v-if="sorted.bodies.length" class="list">
      <thead>
        <tr>
          <th><span class="visually-hidden">Choose</span></th>
          <th scope="col">Body</th>
          <th scope="col">Sensor</th>
          <th scope="col">Base ISO</th>
          <th scope="col">Your ceilings</th>
          <th scope="col">Shortest time</th>
          <th scope="col">Figures</th>
          <th scope="col">From factory</th>
          <th scope="col">Its words</th>
          <th scope="col">Step by step</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="body in sorted.bodies" :key="body.id">
          <td class="pick"><PickBox :name="body.name" :on="bodyView.chosen.includes(body.id)" @pick="bodyView.pick(body.id)" /></td>
          <th scope="row">
            <RouterLink :to="`/gear/bodies/${body.id}`">{{ body.name }}</RouterLink>
            <span v-if="demo.isDemo(body.id)" class="soft mark">demo</span>
          </th>
          <td>{{ body.megapixels }} MP, {{ body.sensor_width_mm }} × {{ body.sensor_height_mm }} mm</td>
          <td>{{ isoText(body.base_iso) }}</td>
          <td>{{ isoText(body.ceilings.routine) }}, {{ isoText(body.ceilings.push) }} at a push</td>
          <td>
            {{
              shutterWithUnit(
                Math.min(
                  ...[body.fastest_mechanical_s, body.fastest_first_curtain_s, body.fastest_electronic_s, body.fastest_leaf_s].map(
                    (s) => s ?? Infinity,
                  ),
                ),
              )
            }}
          </td>
          <td>{{ body.electrons.provenance }}</td>
          <td>
            <RouterLink :to="`/gear/bodies/${body.id}/review`">{{
              isReviewed(body.id) ? 'set' : `${reviews.data.value?.[body.id]?.length ?? '…'} things to change`
            }}</RouterLink>
          </td>
          <td><RouterLink :to="`/gear/bodies/${body.id}/words`">phrasebook</RouterLink></td>
          <td>
            <RouterLink :to="`/gear/bodies/${body.id}/set-up`">{{ begun[body.id] ? 'go on' : 'set up' }}</RouterLink>
          </td>
        </tr>
      </tbody>
    </table>
    <h2>Lenses</h2>
    <p v-if="!allLenses.length" class="empty">No lens yet.</p>
    <GearTools
      v-else
      what="lenses"
      no-shortcut
      :view="lensView"
      @archive="(on) => archiveRows('lenses', lensView.chosen, on)"
      @copy="copyAll()"
      @remove="removeRows('lenses', lensView.chosen)"
      :question="deleting(lensView.chosen)" />
    <table v-if="sorted.lenses.length" class="list">
      <thead>
        <tr>
          <th><span class="visually-hidden">Choose</span></th>
          <th scope="col">Lens</th>
          <th scope="col">Focal length</th>
          <th scope="col">Widest</th>
          <th scope="col">Stabiliser</th>
          <th scope="col">Closest focus</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="lens in sorted.lenses" :key="lens.id">
          <td class="pick"><PickBox :name="lens.name" :on="lensView.chosen.includes(lens.id)" @pick="lensView.pick(lens.id)" /></td>
          <th scope="row">
            <RouterLink :to="`/gear/lenses/${lens.id}`">{{ lens.name }}</RouterLink>
            <span v-if="demo.isDemo(lens.id)" class="soft mark">demo</span>
          </th>
          <td>{{ focal(lens.focal_min_mm, lens.focal_max_mm) }}</td>
          <td>{{ widest(lens.widest) }}</td>
          <td>{{ lens.stabiliser_stops ? `${lens.stabiliser_stops} stops` : 'none' }}</td>
          <td>{{ distanceText(lens.closest_focus_m) }}</td>
        </tr>
      </tbody>
    </table>
    <KitReach v-if="allLenses.length" :lenses="lensView.found" />
    <DemoLine />
  </ListPlace>
</template>

<style scoped>
h2 {
  margin: 18px 0 6px;
}

.mark {
  margin-left: 6px;
  font-size: 11px;
  font-weight: 400;
}

.pick {
  width: 28px;
}
</style>
