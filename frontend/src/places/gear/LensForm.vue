<script setup lang="ts">
/** A lens: focal range, widest aperture along it, and what else limits a plan. */
import { Checkbox } from 'ant-design-vue'
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import type { Lens } from '@/api/types'
import { currentOf, loadKind, useEntries } from '@/saving/documents'
import { removeWithUndo } from '@/saving/undo'
import ChoiceField from '@/shared/ChoiceField.vue'
import { apertureText } from '@/shared/format'
import DistanceField from '@/shared/DistanceField.vue'
import NumberField from '@/shared/NumberField.vue'
import TextField from '@/shared/TextField.vue'
import { useOpenThing } from '@/shell/open'
import GearForm from './GearForm.vue'
import { blankLens } from './blanks'
import StartLens from './StartLens.vue'
import { useGearDocument } from './useGearDocument'

const props = defineProps<{ id: string }>()
const router = useRouter()
const { loaded, failed, isNew, document: lens, change, general } = useGearDocument('lenses', () => props.id, blankLens)
void loadKind('bodies').catch(() => undefined)
const bodies = useEntries('bodies')

const points = computed(() => [...lens.value.widest].sort((a, b) => a.focal_length_mm - b.focal_length_mm))
const isZoom = computed(() => lens.value.focal_max_mm > lens.value.focal_min_mm)

/** The curve keeps its ends at the ends of the focal range. */
function changeRange(low: number, high: number): void {
  const first = points.value[0]!
  const last = points.value.at(-1)!
  const inner = points.value.slice(1, -1).filter((point) => point.focal_length_mm > low && point.focal_length_mm < high)
  const ends =
    low === high
      ? [{ focal_length_mm: low, f_number: first.f_number }]
      : [{ focal_length_mm: low, f_number: first.f_number }, ...inner, { focal_length_mm: high, f_number: last.f_number }]
  change({ focal_min_mm: low, focal_max_mm: high, widest: ends })
}

function changePoint(index: number, changes: Partial<Lens['widest'][number]>): void {
  change({ widest: points.value.map((point, i) => (i === index ? { ...point, ...changes } : point)) })
}

function addPoint(): void {
  const { focal_min_mm: low, focal_max_mm: high } = lens.value
  const middle = Math.round(Math.sqrt(low * high))
  change({
    widest: [...points.value, { focal_length_mm: middle, f_number: points.value[0]!.f_number }].sort((a, b) => a.focal_length_mm - b.focal_length_mm),
  })
}

const bodyOptions = computed(() => [
  { value: '', label: 'comes off' },
  ...bodies.value.map((entry) => ({ value: entry.id, label: `built into ${currentOf(entry)!.name}` })),
])

async function remove(): Promise<void> {
  try {
    await removeWithUndo('lenses', props.id)
    await router.push('/gear')
  } catch (error) {
    failed.value = (error as Error).message
  }
}
useOpenThing(() => (isNew.value ? 'New lens' : lens.value.name))
</script>

<template>
  <GearForm
    :id="id"
    kind="lenses"
    what="lens"
    :name="lens.name"
    :is-new="isNew"
    :loaded="loaded"
    :failed="failed"
    :general="general"
    @remove="remove">
    <StartLens v-if="isNew" :lens="lens" @change="change" />
    <form class="sheet form" @submit.prevent>
      <TextField label="Name" pointer="/name" needed class="wide" :value="isNew ? '' : lens.name" @update:value="(name) => change({ name })" />
      <NumberField
        label="Shortest focal length"
        pointer="/focal_min_mm"
        unit="mm"
        late
        :value="lens.focal_min_mm"
        :above="0.5"
        :most="10000"
        @update:value="(v) => changeRange(v!, Math.max(v!, isZoom ? lens.focal_max_mm : v!))" />
      <NumberField
        label="Longest focal length"
        pointer="/focal_max_mm"
        unit="mm"
        late
        :value="lens.focal_max_mm"
        :least="lens.focal_min_mm"
        :most="10000"
        hint="The same for a single focal length"
        @update:value="(v) => changeRange(lens.focal_min_mm, v!)" />
      <h3 class="wide">Widest aperture</h3>
      <template v-for="(point, i) in points" :key="i">
        <NumberField
          :label="isZoom ? `At ${point.focal_length_mm} mm` : 'Widest'"
          :pointer="`/widest/${i}/f_number`"
          :value="point.f_number"
          :above="0.3"
          :most="64"
          :format="apertureText"
          @update:value="(v) => changePoint(i, { f_number: v! })" />
        <NumberField
          v-if="i > 0 && i < points.length - 1"
          label="Focal length"
          :pointer="`/widest/${i}/focal_length_mm`"
          unit="mm"
          late
          :value="point.focal_length_mm"
          :least="lens.focal_min_mm"
          :most="lens.focal_max_mm"
          @update:value="(v) => changePoint(i, { focal_length_mm: v! })" />
        <span v-else class="filler" />
      </template>
      <button v-if="isZoom" class="link wide" type="button" @click="addPoint">
        Add a point between, where the aperture steps down along the range
      </button>
      <NumberField
        label="Smallest aperture"
        pointer="/smallest_f_number"
        :value="lens.smallest_f_number"
        :above="0.3"
        :most="512"
        :format="apertureText"
        @update:value="(v) => change({ smallest_f_number: v! })" />
      <DistanceField
        label="Closest focus"
        pointer="/closest_focus_m"
        :value="lens.closest_focus_m"
        :above="0"
        @update:value="(v) => change({ closest_focus_m: v! })" />
      <NumberField
        label="Stabiliser"
        pointer="/stabiliser_stops"
        unit="stops"
        :value="lens.stabiliser_stops"
        :least="0"
        :most="12"
        hint="0: none fitted"
        @update:value="(v) => change({ stabiliser_stops: v! })" />
      <NumberField
        label="Image circle"
        pointer="/image_circle_mm"
        unit="mm"
        optional
        empty-means="covers its body"
        :value="lens.image_circle_mm ?? null"
        :above="0"
        hint="Which sensors it covers"
        @update:value="(v) => change({ image_circle_mm: v })" />
      <ChoiceField
        label="Focus ring"
        :value="lens.ring"
        :options="[
          { value: 'coupled', label: 'turns the lens' },
          { value: 'by_wire', label: 'by wire' },
          { value: 'none', label: 'none' },
        ]"
        @update:value="(ring) => change({ ring: ring as Lens['ring'] })" />
      <ChoiceField label="Body" :value="lens.built_into ?? ''" :options="bodyOptions" @update:value="(id) => change({ built_into: id || null })" />
      <div class="wide flags">
        <Checkbox :checked="lens.autofocus" @update:checked="(autofocus: boolean) => change({ autofocus })">Autofocus</Checkbox>
        <Checkbox :checked="lens.contacts" @update:checked="(contacts: boolean) => change({ contacts })">Talks to the body</Checkbox>
        <Checkbox :checked="lens.fixed_aperture" @update:checked="(fixed_aperture: boolean) => change({ fixed_aperture })"
          >One aperture only</Checkbox
        >
        <Checkbox :checked="lens.leaf_shutter" @update:checked="(leaf_shutter: boolean) => change({ leaf_shutter })">Leaf shutter in it</Checkbox>
        <Checkbox :checked="lens.projection === 'fisheye'" @update:checked="(on: boolean) => change({ projection: on ? 'fisheye' : 'rectilinear' })"
          >Fisheye</Checkbox
        >
      </div>
      <TextField label="Note" pointer="/note" long class="wide" :value="lens.note" @update:value="(note) => change({ note })" />
    </form>
  </GearForm>
</template>

<style scoped>
.form {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px 14px;
  max-width: 620px;
}

.wide {
  grid-column: 1 / -1;
}

.flags {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
}
</style>
