<script setup lang="ts">
/** Latitude and longitude. Both may be typed or pasted into either: "12.3456, −34.5678", "12° 20′ 44″ N 34° 34′ 4″ W". */
import { ref } from 'vue'
import { parseCoordinates, parseDegrees } from './coordinates'
import NumberField from './NumberField.vue'
import type { Parsed } from './numbers'

const props = defineProps<{ latitude: number | null; longitude: number | null; pointer: string; optional?: boolean }>()
const emit = defineEmits<{ moved: [to: { latitude_deg: number | null; longitude_deg: number | null }] }>()
/** Bumped when both were typed into one field: its text is then that of its own half. */
const taken = ref(0)

const read =
  (axis: 'latitude' | 'longitude') =>
  (text: string): Parsed => {
    const both = parseCoordinates(text)
    return both ? both[axis] : parseDegrees(text, axis)
  }
let typed = ''
function note(event: Event): void {
  typed = (event.target as HTMLInputElement).value
}
function move(axis: 'latitude' | 'longitude', value: number | null): void {
  const both = parseCoordinates(typed)
  typed = ''
  if (both) {
    emit('moved', { latitude_deg: both.latitude, longitude_deg: both.longitude })
    taken.value += 1
  } else emit('moved', { latitude_deg: axis === 'latitude' ? value : props.latitude, longitude_deg: axis === 'longitude' ? value : props.longitude })
}
const six = (value: number): string => String(Number(value.toFixed(6)))
</script>

<template>
  <div class="both" @input="note">
    <NumberField
      :key="`latitude${taken}`"
      label="Latitude"
      :pointer="`${pointer}/latitude_deg`"
      unit="°"
      late
      :optional="optional"
      :empty-means="optional ? 'no place' : undefined"
      hint="North above 0; both may be pasted"
      :value="latitude"
      :parse="read('latitude')"
      :format="six"
      :least="-90"
      :most="90"
      @update:value="(value) => move('latitude', value)" />
    <NumberField
      :key="`longitude${taken}`"
      label="Longitude"
      :pointer="`${pointer}/longitude_deg`"
      unit="°"
      late
      :optional="optional"
      hint="East above 0"
      :value="longitude"
      :parse="read('longitude')"
      :format="six"
      :least="-180"
      :most="180"
      @update:value="(value) => move('longitude', value)" />
  </div>
</template>

<style scoped>
.both {
  display: contents;
}
</style>
