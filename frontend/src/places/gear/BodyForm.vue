<script setup lang="ts">
/** A body: what its specification sheet says; the rest is estimated and marked so. Says what each figure changes. */
import { useQuery } from '@tanstack/vue-query'
import { Button, Checkbox, Popconfirm } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { answered, client, Problem } from '@/api/client'
import type { Body } from '@/api/types'
import { edit, removeWithUndo } from '@/saving/undo'
import ChoiceField from '@/shared/ChoiceField.vue'
import { isoText, shutterText } from '@/shared/format'
import { parseIso, parseShutter } from '@/shared/numbers'
import HistoryButton from '@/shared/HistoryButton.vue'
import NumberField from '@/shared/NumberField.vue'
import TextField from '@/shared/TextField.vue'
import { useOpenThing } from '@/shell/open'
import { blankBody } from './blanks'
import BodyOptions from './BodyOptions.vue'
import SlotBanks from './SlotBanks.vue'
import { useGearDocument } from './useGearDocument'

const props = defineProps<{ id: string }>()
const router = useRouter()
const { loaded, failed, entry, isNew, document: body, change, general } = useGearDocument('bodies', () => props.id, blankBody)

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
  const now = `${body.value.sensor_width_mm}x${body.value.sensor_height_mm}`
  return SIZES.some((item) => item.value === now) ? now : 'other'
})

/** Estimates follow the sheet until somebody measures: figures and proposed ceilings are asked anew. */
const estimating = ref('')
async function changeSheet(changes: Partial<Body>): Promise<void> {
  change(changes)
  const next = { ...body.value, ...changes }
  if (next.electrons.provenance === 'measured') return
  const { sensor_width_mm, sensor_height_mm, megapixels, base_iso } = next
  estimating.value = 'estimating…'
  try {
    const { electrons, ceilings } = await answered(
      client.POST('/api/v1/gear/typical', { body: { sensor_width_mm, sensor_height_mm, megapixels, base_iso, dynamic_range_ev: null } }),
    )
    const proposed = body.value.ceilings.provenance === 'proposed'
    const highest = body.value.highest_iso
    const held = { ...ceilings, routine: Math.min(ceilings.routine, highest), push: Math.min(ceilings.push, highest) }
    edit('bodies', { ...body.value, electrons, ...(proposed ? { ceilings: held } : {}) }, `gear/${Object.keys(changes).join()}`)
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
  change({ ceilings: { ...body.value.ceilings, ...changes, provenance: 'person' } })
}

const KINDS = [
  { field: 'fastest_mechanical_s', label: 'Mechanical', sync: 'mechanical_s' },
  { field: 'fastest_first_curtain_s', label: 'Electronic first curtain', sync: 'electronic_first_curtain_s' },
  { field: 'fastest_electronic_s', label: 'Electronic', sync: 'electronic_s' },
  { field: 'fastest_leaf_s', label: 'Leaf', sync: 'leaf_s' },
] as const
type RateKind = Body['frame_rates'][number]['shutter']
const RATE_OF: Record<(typeof KINDS)[number]['field'], RateKind> = {
  fastest_mechanical_s: 'mechanical',
  fastest_first_curtain_s: 'electronic_first_curtain',
  fastest_electronic_s: 'electronic',
  fastest_leaf_s: 'leaf',
}

function rateOf(kind: RateKind): number | null {
  return body.value.frame_rates.find((rate) => rate.shutter === kind)?.frames_per_s ?? null
}

function changeRate(kind: RateKind, rate: number | null): void {
  const kept = body.value.frame_rates.filter((item) => item.shutter !== kind)
  change({ frame_rates: rate === null ? kept : [...kept, { shutter: kind, file: 'any', frames_per_s: rate }] })
}

const RESERVES = [
  { id: 'highlight_reserve_1', label: '+1 EV' },
  { id: 'highlight_reserve_2', label: '+2 EV' },
] as const
type ReserveId = (typeof RESERVES)[number]['id']

function floorOf(reserve: ReserveId): number | null {
  return body.value.reserve_floors.find((floor) => floor.reserve === reserve)?.iso ?? null
}

function changeFloor(reserve: ReserveId, iso: number | null): void {
  const kept = body.value.reserve_floors.filter((floor) => floor.reserve !== reserve)
  change({ reserve_floors: iso === null ? kept : [...kept, { reserve, iso }] })
}

const facts = useQuery({
  queryKey: computed(() => ['body-facts', JSON.stringify(body.value)]),
  queryFn: () => answered(client.POST('/api/v1/gear/body-facts', { body: body.value })),
  placeholderData: (before) => before,
  retry: false,
})

async function remove(): Promise<void> {
  try {
    await removeWithUndo('bodies', props.id)
    await router.push('/gear')
  } catch (error) {
    failed.value = (error as Error).message
  }
}

watch(
  () => props.id,
  () => (estimating.value = ''),
)
useOpenThing(() => (isNew.value ? 'New body' : body.value.name))
</script>

<template>
  <div class="page">
    <div class="page-head">
      <h1>{{ isNew ? 'New body' : body.name }}</h1>
      <RouterLink to="/gear">All gear</RouterLink>
      <RouterLink v-if="!isNew" :to="`/gear/bodies/${id}/review`">From factory to your foundation</RouterLink>
      <HistoryButton v-if="!isNew" :id="id" kind="bodies" />
      <div v-if="!isNew" class="actions">
        <Popconfirm :title="`Delete ${body.name}? Undo brings it back.`" ok-text="Delete" cancel-text="Keep" @confirm="remove">
          <Button danger>Delete body</Button>
        </Popconfirm>
      </div>
    </div>
    <p v-if="failed" class="stop" role="alert">{{ failed }}</p>
    <p v-if="general" class="stop" role="alert">Not saved: {{ general }}</p>
    <p v-if="!loaded" class="soft">Opening…</p>
    <div v-else class="columns">
      <form class="sheet" @submit.prevent>
        <p v-if="isNew" class="soft wide">Type what the specification sheet says. It is saved from the first entry on.</p>
        <TextField label="Name" pointer="/name" needed class="wide" :value="isNew ? '' : body.name" @update:value="(name) => change({ name })" />
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
        <NumberField
          label="Longest timed"
          pointer="/longest_timed_s"
          unit="s"
          :value="body.longest_timed_s"
          :above="0"
          @update:value="(v) => change({ longest_timed_s: v! })" />

        <h3 class="wide">Shutters: shortest time, flash sync, frames a second</h3>
        <template v-for="kind in KINDS" :key="kind.field">
          <div class="wide kinds">
            <NumberField
              :label="kind.label"
              :pointer="`/${kind.field}`"
              unit="s"
              optional
              empty-means="not fitted"
              :value="body[kind.field] ?? null"
              :above="0"
              :parse="parseShutter"
              :format="shutterText"
              @update:value="(v) => change({ [kind.field]: v })" />
            <NumberField
              label="Flash sync"
              :pointer="`/flash_sync/${kind.sync}`"
              unit="s"
              optional
              empty-means="no flash"
              :value="body.flash_sync[kind.sync] ?? null"
              :above="0"
              :parse="parseShutter"
              :format="shutterText"
              @update:value="(v) => change({ flash_sync: { ...body.flash_sync, [kind.sync]: v } })" />
            <NumberField
              label="Rate"
              :pointer="`/frame_rates/${kind.field}`"
              unit="/s"
              optional
              empty-means="unknown"
              :value="rateOf(RATE_OF[kind.field])"
              :above="0"
              @update:value="(v) => changeRate(RATE_OF[kind.field], v)" />
          </div>
        </template>
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
        <div class="wide flags">
          <Checkbox :checked="body.anti_flicker" @update:checked="(anti_flicker: boolean) => change({ anti_flicker })">Anti-flicker release</Checkbox>
          <Checkbox :checked="body.autofocus" @update:checked="(autofocus: boolean) => change({ autofocus })">Autofocus</Checkbox>
        </div>
        <TextField label="Note" pointer="/note" long class="wide" :value="body.note" @update:value="(note) => change({ note })" />
      </form>
      <aside>
        <h2>What the figures come to</h2>
        <p v-if="facts.error.value" class="soft">Complete the form, and it is said here.</p>
        <dl v-else>
          <template v-for="fact in facts.data.value ?? []" :key="fact.label">
            <dt>{{ fact.label }}</dt>
            <dd>
              <b>{{ fact.value }}</b><span class="soft">{{ fact.changes }}</span>
            </dd>
          </template>
        </dl>
        <h2>
          Electron figures <span class="tag">{{ body.electrons.provenance }}</span>
        </h2>
        <p class="soft">
          {{
            body.electrons.provenance === 'estimated'
              ? 'Nobody prints these: estimated from size, pixels and base ISO, good to about a third of a stop.'
              : 'Measured.'
          }}
          {{ estimating }}
        </p>
        <dl>
          <dt>Full well at base</dt>
          <dd>
            <b>{{ Math.round(body.electrons.full_well_e).toLocaleString('en') }} e⁻</b><span class="soft">Range and clipping</span>
          </dd>
          <dt>Read noise, base to high</dt>
          <dd>
            <b>{{ body.electrons.read_noise.map((point) => point.electrons.toFixed(1)).join(' → ') }} e⁻</b
            ><span class="soft">Shadows, night sky</span>
          </dd>
          <dt>Mid-tone under clipping</dt>
          <dd>
            <b>{{ body.electrons.mid_below_clipping_ev }} EV</b><span class="soft">Where raw clips on the tone ruler</span>
          </dd>
        </dl>
        <p v-if="entry?.state === 'refused'" class="stop">Not saved yet: mend the marked field.</p>
      </aside>
    </div>
    <section class="storage" aria-label="Storage places">
      <h2>Storage places</h2>
      <SlotBanks :banks="body.slots" @update:banks="(slots) => change({ slots })" />
    </section>
    <BodyOptions :body="body" @change="change" />
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

.storage {
  margin-top: 16px;
}

.kinds {
  display: grid;
  grid-template-columns: 1.3fr 1fr 1fr;
  gap: 10px;
}

.flags {
  display: flex;
  gap: 16px;
}

aside {
  display: grid;
  gap: 8px;
  position: sticky;
  top: 12px;
}

dl {
  display: grid;
  gap: 6px;
}

dt {
  color: var(--soft);
  font-size: 12px;
}

dd {
  display: grid;
  padding-bottom: 5px;
  border-bottom: 1px solid var(--rule);
}

.tag {
  padding: 1px 6px;
  border: 1px solid var(--edge);
  color: var(--soft);
  font-size: 11px;
  font-weight: 400;
}

@media (max-width: 900px) {
  .columns {
    grid-template-columns: 1fr;
  }

  aside {
    position: static;
  }
}
</style>
