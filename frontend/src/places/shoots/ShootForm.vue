<script setup lang="ts">
/** A shoot's own details: name, genre, day, zone and place. */
import type { Shoot } from '@/api/types'
import { useEntry } from '@/saving/documents'
import { edit } from '@/saving/undo'
import ChoiceField from '@/shared/ChoiceField.vue'
import NumberField from '@/shared/NumberField.vue'
import { provideFieldProblems } from '@/shared/problems'
import TextField from '@/shared/TextField.vue'
import { optionsOf } from '../plan/labels'

const props = defineProps<{ shoot: Shoot }>()
const entry = useEntry('shoots', () => props.shoot.id)
provideFieldProblems(() => entry.value)

function change(changes: Partial<Shoot>): void {
  edit('shoots', { ...props.shoot, ...changes }, `shoot/${Object.keys(changes).join()}`)
}

function changePlace(changes: Partial<NonNullable<Shoot['place']>>): void {
  const place = props.shoot.place ?? { name: 'Place', latitude_deg: 0, longitude_deg: 0, elevation_m: 0 }
  change({ place: { ...place, ...changes } })
}

const zones = Intl.supportedValuesOf('timeZone').map((zone) => ({ value: zone, label: zone.replaceAll('_', ' ') }))
const zoneOptions = zones.some((zone) => zone.value === props.shoot.zone) ? zones : [{ value: props.shoot.zone, label: props.shoot.zone }, ...zones]
</script>

<template>
  <form class="form" @submit.prevent>
    <TextField label="Name" pointer="/title" needed :value="shoot.title" @update:value="(title) => change({ title })" />
    <ChoiceField label="Genre" :value="shoot.genre" :options="optionsOf<Shoot['genre']>('genre')" @update:value="(genre) => change({ genre })" />
    <label class="day">
      <span class="soft">Day</span>
      <input type="date" :value="shoot.date ?? ''" @change="change({ date: ($event.target as HTMLInputElement).value || null })" />
    </label>
    <ChoiceField label="Time zone" searchable :value="shoot.zone" :options="zoneOptions" @update:value="(zone) => change({ zone })" />
    <TextField label="Place" pointer="/place/name" :value="shoot.place?.name ?? ''" @update:value="(name) => changePlace({ name: name || 'Place' })" />
    <NumberField label="Latitude" pointer="/place/latitude_deg" unit="°" optional empty-means="no place" :value="shoot.place?.latitude_deg ?? null" :least="-90" :most="90" @update:value="(value) => changePlace({ latitude_deg: value ?? 0 })" />
    <NumberField label="Longitude" pointer="/place/longitude_deg" unit="°" optional empty-means="east +" :value="shoot.place?.longitude_deg ?? null" :least="-180" :most="180" @update:value="(value) => changePlace({ longitude_deg: value ?? 0 })" />
    <TextField label="Note" pointer="/note" :value="shoot.note" :most="4000" @update:value="(note) => change({ note })" />
  </form>
</template>

<style scoped>
.form {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(210px, 1fr));
  gap: 10px 14px;
}

.day {
  display: grid;
  gap: 2px;
  align-content: start;
  font-size: 12px;
}

.day input {
  height: 30px;
  padding: 0 8px;
  border: 1px solid var(--edge);
  border-radius: 2px;
  background: var(--sheet);
  color: var(--ink);
  font: inherit;
  font-size: 13px;
}
</style>
