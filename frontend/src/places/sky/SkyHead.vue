<script setup lang="ts">
/** Which night over which place: its date, the way back to the shoot's own day, the saved place. */
import { useRouter } from 'vue-router'
import type { SavedPlace, Shoot } from '@/api/types'
import { edit } from '@/saving/undo'
import { blankPlace } from '@/planning/blankPlace'
import { newId } from '@/shared/ids'
import { daysAfter } from './dates'

const props = defineProps<{ title: string; shoot: Shoot; date: string | null; shootDate: string | null; saved: SavedPlace | null }>()
const emit = defineEmits<{ go: [date: string] }>()
const router = useRouter()

function takeDate(): void {
  if (props.date) edit('shoots', { ...props.shoot, date: props.date })
}
function savePlace(): void {
  const place = props.shoot.place
  if (!place) return
  const { name, latitude_deg, longitude_deg, elevation_m } = place
  const fresh = { ...blankPlace(newId()), name, latitude_deg, longitude_deg, elevation_m, zone: props.shoot.zone }
  edit('places', fresh)
  void router.push({ path: '/places', query: { id: fresh.id } })
}
</script>

<template>
  <div class="head">
    <h1>{{ title }}</h1>
    <span class="date">
      <button class="link" title="The night before (,)" @click="date && emit('go', daysAfter(date, -1))">earlier</button>
      <input
        type="date"
        :value="date ?? ''"
        min="1900-01-01"
        max="2200-12-31"
        aria-label="Night of"
        @change="($event.target as HTMLInputElement).value && emit('go', ($event.target as HTMLInputElement).value)" />
      <button class="link" title="The night after (.)" @click="date && emit('go', daysAfter(date, 1))">later</button>
    </span>
    <span v-if="date !== shootDate" class="soft"
      >not the shoot’s day: <button class="link" @click="emit('go', shootDate!)">back</button> or
      <button class="link" @click="takeDate">make it so</button></span
    >
    <span class="soft where"
      >{{ shoot.place?.name }}, {{ shoot.zone.replaceAll('_', ' ') }} ·
      <RouterLink v-if="saved" :to="{ path: '/places', query: { id: saved.id } }">horizon and glow</RouterLink
      ><button v-else class="link" @click="savePlace">save this place</button></span
    >
  </div>
</template>

<style scoped>
.head {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: baseline;
}

.where {
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
</style>
