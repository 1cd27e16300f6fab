<script setup lang="ts">
/** One saved place. The zone follows from the coordinates and can be changed. */
import { computed, ref } from 'vue'
import type { SavedPlace } from '@/api/types'
import { currentDocument, useEntry } from '@/saving/documents'
import { edit } from '@/saving/undo'
import ChoiceField from '@/shared/ChoiceField.vue'
import CoordinateFields from '@/shared/CoordinateFields.vue'
import DistanceField from '@/shared/DistanceField.vue'
import NumberField from '@/shared/NumberField.vue'
import { provideFieldProblems } from '@/shared/problems'
import TextField from '@/shared/TextField.vue'
import { zoneOf, zoneOptions } from '@/shared/zones'

const props = defineProps<{ place: SavedPlace }>()
const entry = useEntry('places', () => props.place.id)
provideFieldProblems(() => entry.value)

function change(changes: Partial<SavedPlace>): void {
  edit('places', { ...props.place, ...changes }, `place/${Object.keys(changes).join()}`)
}
async function moveTo({ latitude_deg, longitude_deg }: { latitude_deg: number | null; longitude_deg: number | null }): Promise<void> {
  const moved = { ...props.place, latitude_deg: latitude_deg ?? 0, longitude_deg: longitude_deg ?? 0 }
  edit('places', moved, 'place/moved')
  const zone = await zoneOf(moved.latitude_deg, moved.longitude_deg)
  const now = currentDocument('places', props.place.id) // edited on meanwhile, perhaps
  if (zone && now?.latitude_deg === moved.latitude_deg && now.longitude_deg === moved.longitude_deg) edit('places', { ...now, zone }, 'place/moved')
}

/** Lines of two numbers or more: a bearing and a height; for glows also width, height and strength. */
function rowsOf(text: string, least: number): { rows: number[][]; wrong: string | null } {
  const rows: number[][] = []
  for (const line of text
    .split('\n')
    .map((each) => each.trim())
    .filter(Boolean)) {
    const numbers = line
      .split(/[\s,;°]+/)
      .filter(Boolean)
      .map(Number)
    if (numbers.length < least || numbers.some((number) => !Number.isFinite(number))) return { rows, wrong: `“${line}” is not ${least} numbers.` }
    rows.push(numbers)
  }
  return { rows, wrong: null }
}
const wrong = ref<{ horizon: string | null; glows: string | null }>({ horizon: null, glows: null })
const horizonText = computed(() => props.place.horizon.map((point) => `${point.bearing_deg} ${point.altitude_deg}`).join('\n'))
const glowText = computed(() =>
  props.place.glows.map((glow) => `${glow.bearing_deg} ${glow.width_deg} ${glow.height_deg} ${glow.strength}`).join('\n'),
)
function takeHorizon(text: string): void {
  const { rows, wrong: reason } = rowsOf(text, 2)
  const off = rows.find(([bearing, height]) => bearing! < 0 || bearing! > 360 || height! < -10 || height! > 90)
  const twice = new Set(rows.map(([bearing]) => bearing! % 360)).size < rows.length
  wrong.value.horizon = reason ?? (off ? 'Bearings go from 0 to 360, heights from −10 to 90.' : twice ? 'A bearing stands there twice.' : null)
  if (!wrong.value.horizon)
    change({ horizon: rows.map(([bearing_deg, altitude_deg]) => ({ bearing_deg: bearing_deg!, altitude_deg: altitude_deg! })) })
}
function takeGlows(text: string): void {
  const { rows, wrong: reason } = rowsOf(text, 4)
  const off = rows.find(
    ([bearing, width, height, strength]) =>
      bearing! < 0 || bearing! > 360 || width! <= 0 || width! > 360 || height! <= 0 || height! > 90 || strength! < 0 || strength! > 1000,
  )
  wrong.value.glows = reason ?? (off ? 'Bearing 0–360, width up to 360, height up to 90, strength up to 1000.' : null)
  if (!wrong.value.glows)
    change({
      glows: rows.map(([bearing_deg, width_deg, height_deg, strength]) => ({
        bearing_deg: bearing_deg!,
        width_deg: width_deg!,
        height_deg: height_deg!,
        strength: strength!,
      })),
    })
}
</script>

<template>
  <form class="form" @submit.prevent>
    <TextField label="Name" pointer="/name" needed :value="place.name" @update:value="(name) => change({ name })" />
    <CoordinateFields pointer="" :latitude="place.latitude_deg" :longitude="place.longitude_deg" @moved="moveTo" />
    <DistanceField
      label="Elevation"
      pointer="/elevation_m"
      :value="place.elevation_m"
      :least="-500"
      :most="9000"
      @update:value="(value) => change({ elevation_m: value ?? 0 })" />
    <ChoiceField label="Time zone" searchable :value="place.zone" :options="zoneOptions(place.zone)" @update:value="(zone) => change({ zone })" />
    <NumberField
      label="Darkest sky"
      pointer="/dark_mag"
      unit="mag/arcsec²"
      :value="place.dark_mag"
      :least="14"
      :most="22.5"
      hint="City 17–18, village 20.5, far from all 21.8"
      @update:value="(value) => change({ dark_mag: value ?? 21.7 })" />
    <label class="area">
      <span class="soft">Town glow: bearing, width°, height°, strength a line</span>
      <textarea :value="glowText" rows="3" placeholder="160 50 10 6" @change="takeGlows(($event.target as HTMLTextAreaElement).value)" />
      <span v-if="wrong.glows" class="stop" role="alert">{{ wrong.glows }}</span>
    </label>
    <label class="area">
      <span class="soft">Horizon: bearing and height° a line</span>
      <textarea :value="horizonText" rows="3" placeholder="100 3.5" @change="takeHorizon(($event.target as HTMLTextAreaElement).value)" />
      <span v-if="wrong.horizon" class="stop" role="alert">{{ wrong.horizon }}</span>
    </label>
    <TextField label="Note" pointer="/note" long :value="place.note" @update:value="(note) => change({ note })" />
  </form>
</template>

<style scoped>
.form {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(210px, 1fr));
  gap: 10px 14px;
}

.area {
  display: grid;
  gap: 2px;
  align-content: start;
  font-size: 12px;
}

textarea {
  padding: 4px 8px;
  border: 1px solid var(--edge);
  border-radius: 2px;
  background: var(--wall);
  color: var(--ink);
  font: inherit;
  font-size: 13px;
}
</style>
