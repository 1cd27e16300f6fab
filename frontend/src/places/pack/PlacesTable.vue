<script setup lang="ts">
/** The storage places of a body: what belongs in each, whether it is in there, and what a person holds or reserves. */
import { computed } from 'vue'
import type { PackedBody, PackedPlace, PackWishes } from '@/api/types'
import LineField from '@/shared/LineField.vue'
import { settingOf } from '@/shared/tables'
import StandingPlaces from './StandingPlaces.vue'
import type { InPack } from '@/camera/usePack'

const props = defineProps<{ pack: InPack; packed: PackedBody }>()
const own = computed(() => props.pack.situations.value.filter((each) => each.body_id === props.packed.body_id))
/** Places of one kind that nothing needs are shown once. */
const shown = computed(() => {
  const idle = props.packed.packing.places.filter((place) => place.role === 'empty' && !isMain(place))
  return props.packed.packing.places
    .filter((place) => !idle.some((each) => each.kind === place.kind && each !== place && idle.indexOf(each) < idle.indexOf(place)))
    .map((place) => ({ place, more: place.role === 'empty' && !isMain(place) ? idle.filter((each) => each.kind === place.kind).length - 1 : 0 }))
})
const isMain = (place: PackedPlace): boolean => place.kind === 'full' || place.kind === 'mode_position'

function chosen(place: PackedPlace): string {
  if (place.role === 'guest' || place.role === 'home' || place.role === 'reserved' || place.role === 'standing') return place.role
  return place.held_by_hand && place.situation_id ? place.situation_id : 'auto'
}
function choose(place: PackedPlace, to: string): void {
  props.pack.wish(props.packed.body_id, (before) => {
    const held = { ...before.held }
    delete held[place.id]
    const next: PackWishes = {
      ...before,
      held,
      reserved: (before.reserved ?? []).filter((id) => id !== place.id),
      guest: before.guest === place.id ? null : before.guest,
      home: before.home === place.id ? null : before.home,
      standing: Object.fromEntries(Object.entries(before.standing ?? {}).filter(([id]) => id !== place.id)),
    }
    if (to === 'guest') next.guest = place.id
    else if (to === 'home') next.home = place.id
    else if (to === 'reserved') next.reserved = [...next.reserved!, place.id]
    else if (to === 'standing') next.standing = { ...next.standing, [place.id]: before.standing?.[place.id] ?? { name: 'Own setup', settings: {} } }
    else if (to !== 'auto') held[place.id] = to
    return next
  })
}
function rename(place: PackedPlace, name: string): void {
  props.pack.wish(props.packed.body_id, (before) => {
    const names = { ...before.names }
    if (name.trim()) names[place.id] = name.trim().slice(0, 120)
    else delete names[place.id]
    return { ...before, names }
  })
}
const status = (place: PackedPlace): string => {
  if (place.role === 'empty' || place.role === 'reserved') return ''
  if (place.store_again?.length) return 'store again'
  return place.is_stored ? 'in the camera' : 'to store'
}
const labels = (ids: readonly string[]): string => ids.map((id) => settingOf(id)?.label ?? id).join(', ')
const oldOnes = (place: PackedPlace): string => labels(place.store_again ?? [])
</script>

<template>
  <table class="list places">
    <thead>
      <tr>
        <th scope="col">Place</th>
        <th scope="col">Name</th>
        <th scope="col">Holds</th>
        <th scope="col">In the camera</th>
        <th scope="col">What for</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="{ place, more } in shown" :key="place.id" :class="{ idle: place.role === 'empty' }">
        <th scope="row">
          {{ place.label }}<span v-if="more" class="soft"> and {{ more }} more</span
          ><span v-if="place.family" class="soft">, {{ place.family }}</span>
        </th>
        <td>
          <LineField
            :pointer="`pack/${packed.body_id}/${place.id}/name`"
            class="name"
            :value="place.name"
            :label="`Name of ${place.label}`"
            :disabled="place.role === 'empty'"
            @change="(text) => rename(place, text)" />
        </td>
        <td>
          <select
            v-if="isMain(place)"
            :value="chosen(place)"
            :aria-label="`What ${place.label} holds`"
            @change="choose(place, ($event.target as HTMLSelectElement).value)">
            <option value="auto">cheapest way</option>
            <option v-for="each in own" :key="each.situation.id" :value="each.situation.id">held: {{ each.situation.title }}</option>
            <option value="guest">guest</option>
            <option value="home">home</option>
            <option value="standing">a setup of my own</option>
            <option value="reserved">reserved</option>
          </select>
          <select
            v-else-if="place.kind === 'look'"
            :value="chosen(place)"
            :aria-label="`What ${place.label} holds`"
            @change="choose(place, ($event.target as HTMLSelectElement).value)">
            <option value="auto">looks of this shoot</option>
            <option value="standing">a look of my own</option>
            <option value="reserved">reserved</option>
          </select>
          <span v-else class="soft">while held</span>
        </td>
        <td :class="{ cost: place.store_again?.length }" :title="oldOnes(place)">{{ status(place) }}</td>
        <td class="soft">{{ place.sentence }}{{ place.refused?.length ? `; not taken by this body: ${labels(place.refused)}` : '' }}</td>
      </tr>
    </tbody>
  </table>
  <StandingPlaces :pack="pack" :packed="packed" />
</template>

<style scoped>
.places .name,
.places select {
  width: 100%;
  max-width: 210px;
  height: 24px;
  padding: 0 4px;
  border: 1px solid transparent;
  background: transparent;
  color: var(--ink);
  font: inherit;
}

.places .name:hover:not(:disabled),
.places select:hover,
.places .name:focus,
.places select:focus {
  border-color: var(--edge);
  background: var(--sheet);
}

.places select option {
  background: var(--sheet);
}

.places :is(th, td) {
  padding-top: 2px;
  padding-bottom: 2px;
}

.idle :is(th, td) {
  color: var(--soft);
}
</style>
