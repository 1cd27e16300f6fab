<script setup lang="ts">
/** A shoot's own details: name, genre, day, zone and place. */
import { computed } from 'vue'
import type { Shoot } from '@/api/types'
import { currentDocument, currentOf, loadKind, useEntries, useEntry } from '@/saving/documents'
import { edit } from '@/saving/undo'
import ChoiceField from '@/shared/ChoiceField.vue'
import CoordinateFields from '@/shared/CoordinateFields.vue'
import DayField from '@/shared/DayField.vue'
import LineField from '@/shared/LineField.vue'
import { newId } from '@/shared/ids'
import { provideFieldProblems } from '@/shared/problems'
import TextField from '@/shared/TextField.vue'
import { zoneOf, zoneOptions } from '@/shared/zones'
import { optionsOf } from '@/planning/labels'

const props = defineProps<{ shoot: Shoot }>()
const entry = useEntry('shoots', () => props.shoot.id)
provideFieldProblems(() => entry.value)

function change(changes: Partial<Shoot>): void {
  edit('shoots', { ...props.shoot, ...changes }, `shoot/${Object.keys(changes).join()}`)
}

type ShootPlace = NonNullable<Shoot['place']>
const withPlace = (changes: Partial<ShootPlace>): ShootPlace => ({
  ...(props.shoot.place ?? { name: 'Place', latitude_deg: 0, longitude_deg: 0, elevation_m: 0 }),
  ...changes,
})

function changePlace(changes: Partial<ShootPlace>): void {
  change({ place: withPlace(changes) })
}
/** New coordinates bring their zone along; none of either, and there is no place. */
async function moveTo({ latitude_deg, longitude_deg }: { latitude_deg: number | null; longitude_deg: number | null }): Promise<void> {
  if (latitude_deg === null && longitude_deg === null) {
    edit('shoots', { ...props.shoot, place: null }, 'shoot/place/moved')
    return
  }
  const place = withPlace({ latitude_deg: latitude_deg ?? 0, longitude_deg: longitude_deg ?? 0 })
  edit('shoots', { ...props.shoot, place }, 'shoot/place/moved')
  const zone = await zoneOf(place.latitude_deg, place.longitude_deg)
  const now = currentDocument('shoots', props.shoot.id) // edited on meanwhile, perhaps
  if (zone && now?.place?.latitude_deg === place.latitude_deg && now.place.longitude_deg === place.longitude_deg)
    edit('shoots', { ...now, zone }, 'shoot/place/moved')
}

/** Names in a row, each once. */
const namesIn = (text: string): string[] =>
  [
    ...new Set(
      text
        .split(',')
        .map((name) => name.trim().slice(0, 120))
        .filter(Boolean),
    ),
  ].slice(0, 20)
/** Who stays in the row, or is only renamed in place, stays the same person. */
const photographers = computed(() => props.shoot.photographers.map((each) => each.name).join(', '))
function namePhotographers(text: string): void {
  const names = namesIn(text)
  const before = props.shoot.photographers
  const free = before.filter((each) => !names.includes(each.name))
  change({ photographers: names.map((name) => before.find((each) => each.name === name) ?? { id: free.shift()?.id ?? newId(), name }) })
}

loadKind('places').catch(() => undefined)
const saved = useEntries('places')
const placeOptions = computed(() => [
  { value: '', label: saved.value.length ? 'choose…' : 'none saved yet' },
  ...saved.value.map((each) => ({ value: each.id, label: currentOf(each)!.name })),
])
function takePlace(id: string): void {
  const chosen = saved.value.find((each) => each.id === id)
  if (!chosen) return
  const { name, latitude_deg, longitude_deg, elevation_m, zone } = currentOf(chosen)!
  change({ place: { name, latitude_deg, longitude_deg, elevation_m }, zone })
}
</script>

<template>
  <form class="form" @submit.prevent>
    <TextField label="Name" pointer="/title" needed :value="shoot.title" @update:value="(title) => change({ title })" />
    <ChoiceField label="Genre" :value="shoot.genre" :options="optionsOf<Shoot['genre']>('genre')" @update:value="(genre) => change({ genre })" />
    <DayField label="Day" pointer="/date" :value="shoot.date ?? null" @update:value="(date) => change({ date })" />
    <ChoiceField label="Time zone" searchable :value="shoot.zone" :options="zoneOptions(shoot.zone)" @update:value="(zone) => change({ zone })" />
    <ChoiceField label="Saved place" searchable :value="''" :options="placeOptions" @update:value="takePlace" />
    <TextField
      label="Place"
      pointer="/place/name"
      :value="shoot.place?.name ?? ''"
      @update:value="(name) => changePlace({ name: name || 'Place' })" />
    <CoordinateFields
      pointer="/place"
      optional
      :latitude="shoot.place?.latitude_deg ?? null"
      :longitude="shoot.place?.longitude_deg ?? null"
      @moved="moveTo" />
    <div class="field">
      <span class="caption" aria-hidden="true">Photographers, with commas between</span>
      <LineField label="Photographers" pointer="/photographers" :value="photographers" :most="500" @change="namePhotographers" />
    </div>
    <div class="field">
      <span class="caption" aria-hidden="true">Faces that matter, in rank</span>
      <LineField
        label="Faces that matter, in rank"
        pointer="/faces"
        :value="(shoot.faces ?? []).join(', ')"
        :most="500"
        @change="(text) => change({ faces: namesIn(text) })" />
    </div>
    <TextField label="Note" pointer="/note" :value="shoot.note" :most="4000" @update:value="(note) => change({ note })" />
  </form>
</template>

<style scoped>
.form {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(210px, 1fr));
  gap: 10px 14px;
}
</style>
