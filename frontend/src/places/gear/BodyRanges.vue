<script setup lang="ts">
/** What else a body's sheet says: finder, mirror, read-out, buffer, white balance, stabiliser, slots, highlight reserve. */
import type { Body } from '@/api/types'
import { isoText } from '@/shared/format'
import ChoiceField from '@/shared/ChoiceField.vue'
import NumberField from '@/shared/NumberField.vue'
import { parseIso } from '@/shared/numbers'

const props = defineProps<{ body: Body }>()
const emit = defineEmits<{ change: [changes: Partial<Body>] }>()
const change = (changes: Partial<Body>): void => emit('change', changes)

const RESERVES = [
  { id: 'highlight_reserve_1', label: '+1 EV' },
  { id: 'highlight_reserve_2', label: '+2 EV' },
] as const
type ReserveId = (typeof RESERVES)[number]['id']

function floorOf(reserve: ReserveId): number | null {
  return props.body.reserve_floors.find((floor) => floor.reserve === reserve)?.iso ?? null
}

function pickedFrom(reserve: ReserveId): number | null {
  return props.body.automatic_reserve.find((floor) => floor.reserve === reserve)?.iso ?? null
}
function changePicked(reserve: ReserveId, iso: number | null): void {
  const kept = props.body.automatic_reserve.filter((floor) => floor.reserve !== reserve)
  change({ automatic_reserve: iso === null ? kept : [...kept, { reserve, iso }] })
}
function changeFloor(reserve: ReserveId, iso: number | null): void {
  const kept = props.body.reserve_floors.filter((floor) => floor.reserve !== reserve)
  change({ reserve_floors: iso === null ? kept : [...kept, { reserve, iso }] })
}
const FINDERS: { value: Body['finder']; label: string }[] = [
  { value: 'electronic', label: 'electronic' },
  { value: 'optical', label: 'optical' },
  { value: 'none', label: 'none: the screen alone' },
]
const MIRRORS: { value: Body['mirror']; label: string }[] = [
  { value: 'none', label: 'none' },
  { value: 'instant', label: 'swings for each frame' },
  { value: 'held_up', label: 'can be held up' },
]
</script>

<template>
  <ChoiceField label="Finder" :value="body.finder" :options="FINDERS" @update:value="(finder) => change({ finder })" />
  <ChoiceField label="Mirror" :value="body.mirror" :options="MIRRORS" @update:value="(mirror) => change({ mirror })" />
  <NumberField
    label="Electronic read-out"
    pointer="/readout_ms"
    unit="ms"
    optional
    empty-means="unknown"
    :value="body.readout_ms ?? null"
    :above="0"
    hint="How far fast things lean"
    @update:value="(v) => change({ readout_ms: v })" />
  <NumberField
    label="Buffer"
    pointer="/buffer_raw_frames"
    unit="raw frames"
    optional
    empty-means="unknown"
    :value="body.buffer_raw_frames ?? null"
    :least="1"
    :most="100000"
    @update:value="(v) => change({ buffer_raw_frames: v === null ? null : Math.round(v) })" />
  <NumberField
    label="Meter’s spot"
    pointer="/spot_area_share"
    unit="%"
    :value="body.spot_area_share * 100"
    :least="0.05"
    :most="25"
    hint="Of the frame’s area"
    @update:value="(v) => change({ spot_area_share: v! / 100 })" />
  <NumberField
    label="Kelvin, lowest"
    pointer="/kelvin_low"
    late
    unit="K"
    :value="body.kelvin_low"
    :least="1000"
    :most="40000"
    @update:value="(v) => change({ kelvin_low: v! })" />
  <NumberField
    label="Kelvin, highest"
    pointer="/kelvin_high"
    late
    unit="K"
    :value="body.kelvin_high"
    :least="1000"
    :most="40000"
    @update:value="(v) => change({ kelvin_high: v! })" />
  <NumberField
    label="Automatic white, lowest"
    pointer="/automatic_kelvin_low"
    late
    unit="K"
    :value="body.automatic_kelvin_low"
    :least="1000"
    :most="40000"
    hint="Candles lie under most"
    @update:value="(v) => change({ automatic_kelvin_low: v! })" />
  <NumberField
    label="Automatic white, highest"
    pointer="/automatic_kelvin_high"
    late
    unit="K"
    :value="body.automatic_kelvin_high"
    :least="1000"
    :most="40000"
    @update:value="(v) => change({ automatic_kelvin_high: v! })" />
  <NumberField
    label="Stabiliser"
    pointer="/stabiliser_stops"
    unit="stops"
    :value="body.stabiliser_stops"
    :least="0"
    :most="12"
    hint="0: none fitted"
    @update:value="(v) => change({ stabiliser_stops: v! })" />
  <NumberField
    label="Card slots"
    pointer="/card_slots"
    :value="body.card_slots"
    :least="1"
    :most="4"
    @update:value="(v) => change({ card_slots: Math.round(v!) })" />
  <h3 class="wide">Highlight reserve</h3>
  <NumberField
    v-for="reserve in RESERVES"
    :key="reserve.id"
    :label="`Lowest ISO with ${reserve.label}`"
    :pointer="`/reserve_floors/${reserve.id}`"
    optional
    empty-means="has none"
    :value="floorOf(reserve.id)"
    :least="1"
    :parse="parseIso"
    :format="isoText"
    @update:value="(v) => changeFloor(reserve.id, v)" />
  <NumberField
    v-for="reserve in RESERVES"
    :key="`automatic ${reserve.id}`"
    :label="`Automatic takes ${reserve.label} from`"
    :pointer="`/automatic_reserve/${reserve.id}`"
    optional
    empty-means="as soon as it can"
    :value="pickedFrom(reserve.id)"
    :least="1"
    :parse="parseIso"
    :format="isoText"
    @update:value="(v) => changePicked(reserve.id, v)" />
</template>

<style scoped>
.wide {
  grid-column: 1 / -1;
}

h3 {
  margin-top: 8px;
}
</style>
