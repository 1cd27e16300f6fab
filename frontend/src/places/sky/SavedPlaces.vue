<script setup lang="ts">
/** Saved places: coordinates, zone, how dark it is, what glows and what stands on the horizon; waypoints come in as GPX. */
import { Button, Popconfirm } from 'ant-design-vue'
import { computed, nextTick, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { answered, client, Problem } from '@/api/client'
import type { SavedPlace } from '@/api/types'
import ListTools from '@/lists/ListTools.vue'
import PickBox from '@/lists/PickBox.vue'
import { archiveRows, counted, removeRows } from '@/lists/severalRows'
import { useListView } from '@/lists/useListView'
import { useDemo } from '@/planning/useDemo'
import { currentDocument, currentOf, loadKind, useEntries } from '@/saving/documents'
import { edit, removeWithUndo } from '@/saving/undo'
import { distanceText } from '@/shared/units'
import { blankPlace } from '@/planning/blankPlace'
import ListPlace from '@/shared/ListPlace.vue'
import ConfirmLink from '@/shared/ConfirmLink.vue'
import FileButton from '@/shared/FileButton.vue'
import HistoryButton from '@/shared/HistoryButton.vue'
import { newId } from '@/shared/ids'
import { useShortcuts } from '@/shared/shortcuts'
import { useStillOrder } from '@/shared/useStillOrder'
import { fixed } from '@/shared/numberText'
import { useOpenThing } from '@/shell/open'
import PlaceForm from './PlaceForm.vue'

const route = useRoute()
const router = useRouter()
const loaded = ref(false)
const said = ref('')
loadKind('places')
  .catch((error: Error) => (said.value = error.message))
  .finally(() => (loaded.value = true))
const entries = useEntries('places')
const open = computed({
  get: () => (typeof route.query.id === 'string' ? route.query.id : null),
  set: (id) => void router.replace({ query: id ? { id } : {} }),
})
const demo = useDemo()
const all = computed(() => entries.value.map((entry) => currentOf(entry)!).filter((place) => demo.isShown(place.id)))
const view = useListView<SavedPlace>(() => all.value, {
  textOf: (place) => `${place.name} ${place.note} ${place.zone.replaceAll('_', ' ')}`,
  isArchived: (place) => place.archived,
  orders: [
    { id: 'name', label: 'name', compare: (a, b) => a.name.localeCompare(b.name) },
    { id: 'dark', label: 'darkness', compare: (a, b) => b.dark_mag - a.dark_mag },
    { id: 'north', label: 'from north to south', compare: (a, b) => b.latitude_deg - a.latitude_deg },
  ],
})
const order = useStillOrder(
  () => view.found.map((place) => place.id),
  () => open.value !== null,
)
const places = computed(() => order.value.flatMap((id) => currentDocument('places', id) ?? []))

function add(): void {
  const fresh = blankPlace(newId())
  edit('places', fresh)
  open.value = fresh.id
  void nextTick(() => document.querySelector<HTMLInputElement>('.details input')?.select())
}
async function remove(id: string): Promise<void> {
  open.value = null
  try {
    await removeWithUndo('places', id)
  } catch (error) {
    said.value = (error as Error).message
  }
}
async function read(file: File): Promise<void> {
  const form = new FormData()
  form.append('file', file)
  try {
    const found = await answered(client.POST('/api/v1/places/import', { body: form as never, bodySerializer: (body) => body as never }))
    for (const point of found) edit('places', { ...blankPlace(newId()), ...point })
    said.value = `${found.length} ${found.length === 1 ? 'waypoint is a place' : 'waypoints are places'} now.`
  } catch (error) {
    said.value = error instanceof Problem ? error.message : String(error)
  }
}
const written = (degrees: number, [plus, minus]: [string, string]): string => `${fixed(Math.abs(degrees), 4)}° ${degrees < 0 ? minus : plus}`

useOpenThing(() => '')
useShortcuts([{ keys: 'N', does: 'New place', run: add }])
</script>

<template>
  <ListPlace title="Saved places" :loaded="loaded" :empty="!all.length">
    <template #actions>
      <FileButton label="Waypoint file" accept=".gpx,application/gpx+xml" @file="read">Waypoints from GPX</FileButton>
      <Button v-if="all.length" href="/api/v1/places/gpx" download>Save as GPX</Button>
      <Button type="primary" @click="add">New place</Button>
    </template>
    <template #said>
      <p v-if="said" role="status">{{ said }}</p>
    </template>
    <template #empty>
      <p>No place yet. Save where you shoot once: its zone, darkness and horizon then serve every shoot there.</p>
      <Button type="primary" @click="add">Save the first place</Button>
    </template>
    <ListTools what="places" :view="view">
      <template #bulk>
        <button class="link" type="button" @click="archiveRows('places', view.chosen, !view.wishes.archived)">
          {{ view.wishes.archived ? 'Bring back' : 'Archive' }}
        </button>
        <ConfirmLink
          :question="`Delete ${counted('places', view.chosen.length)}? Undo brings them back.`"
          yes="Delete"
          @confirm="removeRows('places', view.chosen)">
          Delete
        </ConfirmLink>
      </template>
    </ListTools>
    <p v-if="!places.length" class="empty">No place is like this.</p>
    <table v-else class="list">
      <thead>
        <tr>
          <th><span class="visually-hidden">Choose</span></th>
          <th scope="col">Place</th>
          <th scope="col">Coordinates</th>
          <th scope="col">Elevation</th>
          <th scope="col">Zone</th>
          <th scope="col">Sky by night</th>
          <th scope="col">Horizon</th>
          <th><span class="visually-hidden">Edit</span></th>
        </tr>
      </thead>
      <tbody>
        <template v-for="place in places" :key="place.id">
          <tr>
            <td class="pick-cell"><PickBox :name="place.name" :on="view.chosen.includes(place.id)" @pick="view.pick(place.id)" /></td>
            <th scope="row">{{ place.name }} <span v-if="demo.isDemo(place.id)" class="soft mark">demo</span></th>
            <td>{{ written(place.latitude_deg, ['N', 'S']) }}, {{ written(place.longitude_deg, ['E', 'W']) }}</td>
            <td>{{ distanceText(place.elevation_m) }}</td>
            <td>{{ place.zone.replaceAll('_', ' ') }}</td>
            <td>
              {{ fixed(place.dark_mag, 1) }} mag/arcsec²{{
                place.glows.length ? `, ${place.glows.length} town glow${place.glows.length > 1 ? 's' : ''}` : ''
              }}
            </td>
            <td>{{ place.horizon.length ? `${place.horizon.length} bearings` : 'flat' }}</td>
            <td><button class="link" :aria-expanded="open === place.id" @click="open = open === place.id ? null : place.id">Details</button></td>
          </tr>
          <tr v-if="open === place.id">
            <td colspan="8" class="details whole">
              <PlaceForm :place="place" />
              <div class="foot">
                <Popconfirm :title="`Delete “${place.name}”? Undo brings it back.`" ok-text="Delete" cancel-text="Keep" @confirm="remove(place.id)">
                  <Button size="small" danger>Delete place</Button>
                </Popconfirm>
                <HistoryButton :id="place.id" kind="places" />
                <Button size="small" type="primary" @click="open = null">Done</Button>
              </div>
            </td>
          </tr>
        </template>
      </tbody>
    </table>
  </ListPlace>
</template>

<style scoped>
.pick-cell {
  width: 28px;
}

.mark {
  font-size: 11px;
  font-weight: 400;
}

.details {
  padding: 12px 14px 14px;
  background: var(--sheet);
}

.foot {
  display: flex;
  gap: 8px;
  align-items: center;
  margin-top: 12px;
}
</style>
