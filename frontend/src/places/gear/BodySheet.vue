<script setup lang="ts">
/** What a body's specification sheet says; the rest is estimated and marked so. Says what each figure changes. */
import { Checkbox } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import { answered, client, Problem } from '@/api/client'
import type { Body } from '@/api/types'
import ChoiceField from '@/shared/ChoiceField.vue'
import { isoText } from '@/shared/format'
import { parseIso } from '@/shared/numbers'
import NumberField from '@/shared/NumberField.vue'
import TextField from '@/shared/TextField.vue'
import BodyFigures from './BodyFigures.vue'
import BodyRanges from './BodyRanges.vue'
import BodyShutters from './BodyShutters.vue'

const props = defineProps<{ body: Body; isNew: boolean; refused: boolean }>()
/** under: the fields a change is undone together with. */
const emit = defineEmits<{ change: [changes: Partial<Body>, under?: string] }>()
const change = (changes: Partial<Body>): void => emit('change', changes)

const SIZES = [
  { value: '43.8x32.9', label: '44 × 33 mm' },
  { value: '36x24', label: '36 × 24 mm (full frame)' },
  { value: '23.5x15.6', label: '23.5 × 15.6 mm (APS-C)' },
  { value: '17.4x13', label: '17.4 × 13 mm' },
  { value: '13.2x8.8', label: '13.2 × 8.8 mm (1 inch class)' },
  { value: '6.3x4.7', label: '6.3 × 4.7 mm (tiny)' },
  { value: 'other', label: 'other' },
]
const size = computed(() => {
  const now = `${props.body.sensor_width_mm}x${props.body.sensor_height_mm}`
  return SIZES.some((item) => item.value === now) ? now : 'other'
})

/** Estimates follow the sheet until somebody measures: figures and proposed ceilings are asked anew. */
const estimating = ref('')
async function changeSheet(changes: Partial<Body>): Promise<void> {
  emit('change', changes)
  const next = { ...props.body, ...changes }
  if (next.electrons.provenance === 'measured') return
  const { sensor_width_mm, sensor_height_mm, megapixels, base_iso } = next
  estimating.value = 'estimating…'
  try {
    const { electrons, ceilings } = await answered(
      client.POST('/api/v1/gear/typical', { body: { sensor_width_mm, sensor_height_mm, megapixels, base_iso, dynamic_range_ev: null } }),
    )
    const proposed = props.body.ceilings.provenance === 'proposed'
    const highest = props.body.highest_iso
    const held = { ...ceilings, routine: Math.min(ceilings.routine, highest), push: Math.min(ceilings.push, highest) }
    emit('change', { electrons, ...(proposed ? { ceilings: held } : {}) }, Object.keys(changes).join())
    estimating.value = ''
  } catch (error) {
    estimating.value = error instanceof Problem ? error.message : ''
  }
}

function chooseSize(value: string): void {
  if (value === 'other') return
  const [width, height] = value.split('x').map(Number)
  void changeSheet({ sensor_width_mm: width!, sensor_height_mm: height! })
}

function changeCeilings(changes: Partial<Body['ceilings']>): void {
  emit('change', { ceilings: { ...props.body.ceilings, ...changes, provenance: 'person' } })
}

watch(
  () => props.body.id,
  () => (estimating.value = ''),
)
</script>

<template>
  <div class="columns">
    <form class="sheet" @submit.prevent>
      <p v-if="isNew" class="soft wide">Type what the specification sheet says. It is saved from the first entry on.</p>
      <TextField label="Name" pointer="/name" needed class="wide" :value="isNew ? '' : body.name" @update:value="(name) => change({ name })" />
      <h3 class="wide">Sensor</h3>
      <ChoiceField label="Sensor" :value="size" :options="SIZES" @update:value="chooseSize" />
      <NumberField
        label="Megapixels"
        pointer="/megapixels"
        unit="MP"
        :value="body.megapixels"
        :above="0"
        :most="1000"
        @update:value="(v) => changeSheet({ megapixels: v! })" />
      <NumberField
        label="Sensor width"
        pointer="/sensor_width_mm"
        unit="mm"
        :value="body.sensor_width_mm"
        :above="0"
        :most="200"
        @update:value="(v) => changeSheet({ sensor_width_mm: v! })" />
      <NumberField
        label="Sensor height"
        pointer="/sensor_height_mm"
        unit="mm"
        :value="body.sensor_height_mm"
        :above="0"
        :most="200"
        @update:value="(v) => changeSheet({ sensor_height_mm: v! })" />
      <NumberField
        label="Base ISO"
        pointer="/base_iso"
        late
        :value="body.base_iso"
        :least="1"
        :parse="parseIso"
        :format="isoText"
        @update:value="(v) => changeSheet({ base_iso: v! })" />
      <NumberField
        label="Highest ISO"
        pointer="/highest_iso"
        late
        :value="body.highest_iso"
        :least="1"
        :parse="parseIso"
        :format="isoText"
        @update:value="(v) => change({ highest_iso: v! })" />

      <h3 class="wide">Your ISO ceilings</h3>
      <NumberField
        label="Routine"
        pointer="/ceilings/routine"
        late
        :value="body.ceilings.routine"
        :least="1"
        :parse="parseIso"
        :format="isoText"
        :hint="body.ceilings.provenance === 'proposed' ? 'Proposed from the sensor; you decide' : undefined"
        @update:value="(v) => changeCeilings({ routine: v! })" />
      <NumberField
        label="At a push"
        pointer="/ceilings/push"
        late
        :value="body.ceilings.push"
        :least="1"
        :parse="parseIso"
        :format="isoText"
        @update:value="(v) => changeCeilings({ push: v! })" />
      <ChoiceField
        label="Because of"
        :value="body.ceilings.reason"
        :options="['noise', 'colour shift', 'print size', 'banding', 'habit'].map((value) => ({ value, label: value }))"
        @update:value="(reason) => changeCeilings({ reason: reason as Body['ceilings']['reason'] })" />
      <h3 class="wide">Times, shutters and release</h3>
      <NumberField
        label="Longest timed"
        pointer="/longest_timed_s"
        unit="s"
        :value="body.longest_timed_s"
        :above="0"
        @update:value="(v) => change({ longest_timed_s: v! })" />
      <ChoiceField
        label="Slowest time of automatic ISO"
        :value="body.auto_iso_slowest_shutter ?? 'fixed'"
        :options="[
          { value: 'fixed', label: 'a time that is set' },
          { value: 'linked_to_focal_length', label: 'can follow the focal length' },
          { value: 'none', label: 'cannot be set' },
        ]"
        @update:value="
          (auto_iso_slowest_shutter) => change({ auto_iso_slowest_shutter: auto_iso_slowest_shutter as Body['auto_iso_slowest_shutter'] })
        " />
      <BodyShutters :body="body" @change="change" />
      <BodyRanges :body="body" @change="change" />
      <div class="wide flags">
        <Checkbox :checked="body.anti_flicker" @update:checked="(anti_flicker: boolean) => change({ anti_flicker })">Anti-flicker release</Checkbox>
        <Checkbox :checked="body.autofocus" @update:checked="(autofocus: boolean) => change({ autofocus })">Autofocus</Checkbox>
      </div>
      <TextField label="Note" pointer="/note" long class="wide" :value="body.note" @update:value="(note) => change({ note })" />
    </form>
    <BodyFigures
      :body="body"
      :estimating="estimating"
      :refused="refused"
      @forget-gap="(look) => change({ marks_gaps: body.marks_gaps?.filter((each) => each.look !== look) })" />
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 320px;
  gap: 24px;
  align-items: start;
}

.sheet {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px 14px;
}

.wide {
  grid-column: 1 / -1;
}

h3 {
  margin-top: 8px;
}

.flags {
  display: flex;
  gap: 16px;
}

@media (max-width: 900px) {
  .columns {
    grid-template-columns: 1fr;
  }
}
</style>
