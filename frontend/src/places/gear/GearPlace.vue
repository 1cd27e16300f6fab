<script setup lang="ts">
/** Bodies and lenses the photographer owns. */
import { Button } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { currentOf, loadKind, useEntries } from '@/saving/documents'
import { useFoundation } from '@/planning/useFoundation'
import FileButton from '@/shared/FileButton.vue'
import ListPlace from '@/shared/ListPlace.vue'
import { apertureText, isoText, shutterWithUnit } from '@/shared/format'
import { newId } from '@/shared/ids'
import { useShortcuts } from '@/shared/shortcuts'
import { distanceText } from '@/shared/units'
import { useOpenThing } from '@/shell/open'
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
const sorted = computed(() => ({
  bodies: bodies.value.map((entry) => currentOf(entry)!).sort((a, b) => a.name.localeCompare(b.name)),
  lenses: lenses.value.map((entry) => currentOf(entry)!).sort((a, b) => a.focal_min_mm - b.focal_min_mm || a.focal_max_mm - b.focal_max_mm),
}))
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
    <p v-if="!sorted.bodies.length" class="empty">No body yet. Its limits are where every plan starts.</p>
    <table v-else class="list">
      <thead>
        <tr>
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
          <th scope="row">
            <RouterLink :to="`/gear/bodies/${body.id}`">{{ body.name }}</RouterLink>
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
    <p v-if="!sorted.lenses.length" class="empty">No lens yet.</p>
    <table v-else class="list">
      <thead>
        <tr>
          <th scope="col">Lens</th>
          <th scope="col">Focal length</th>
          <th scope="col">Widest</th>
          <th scope="col">Stabiliser</th>
          <th scope="col">Closest focus</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="lens in sorted.lenses" :key="lens.id">
          <th scope="row">
            <RouterLink :to="`/gear/lenses/${lens.id}`">{{ lens.name }}</RouterLink>
          </th>
          <td>{{ focal(lens.focal_min_mm, lens.focal_max_mm) }}</td>
          <td>{{ widest(lens.widest) }}</td>
          <td>{{ lens.stabiliser_stops ? `${lens.stabiliser_stops} stops` : 'none' }}</td>
          <td>{{ distanceText(lens.closest_focus_m) }}</td>
        </tr>
      </tbody>
    </table>
  </ListPlace>
</template>

<style scoped>
h2 {
  margin: 18px 0 6px;
}
</style>
