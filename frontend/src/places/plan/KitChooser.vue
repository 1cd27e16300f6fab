<script setup lang="ts">
/** Body, lens and bag for a situation, and the framing helper that ranks what is owned by what it costs. */
import { computed, ref, watch } from 'vue'
import { answered, client } from '@/api/client'
import type { Accessories, Brief, Framing, PlannedSituation, SkyContext } from '@/api/types'
import { currentOf, useEntries, useEntry } from '@/saving/documents'
import ChoiceField from '@/shared/ChoiceField.vue'
import { apertureText, isoText, shutterWithUnit, stopsText } from '@/shared/format'
import { asking } from '@/planning/requests'
import { useFoundation } from '@/planning/useFoundation'
import NumberField from '@/shared/NumberField.vue'
import { useLatest } from '@/shared/useLatest'
import BagFields from './BagFields.vue'

const props = defineProps<{ planned: PlannedSituation; sky: SkyContext | null }>()
const emit = defineEmits<{ save: [next: PlannedSituation, field: string] }>()

const bodies = useEntries('bodies')
const lenses = useEntries('lenses')
const bodyOptions = computed(() => bodies.value.map((entry) => ({ value: entry.id, label: currentOf(entry)!.name })))
const lensOptions = computed(() => lenses.value.map((entry) => ({ value: entry.id, label: currentOf(entry)!.name })))
const accessories = computed(() => props.planned.accessories)

const shoot = useEntry('shoots', () => props.planned.shoot_id)
const photographers = computed(() => (shoot.value ? (currentOf(shoot.value)?.photographers ?? []) : []))
const personOptions = computed(() => [{ value: '', label: 'not said' }, ...photographers.value.map((each) => ({ value: each.id, label: each.name }))])
const { all: foundations, under } = useFoundation()
const foundationOptions = computed(() => foundations.value.map((each) => ({ value: each.id, label: each.title })))

function take(framing: Framing): void {
  const situation = { ...props.planned.situation, focal_length_mm: null }
  emit('save', { ...props.planned, situation, body_id: framing.body_id, lens_id: framing.lens_id }, 'kit')
}

const secondOptions = computed(() => [{ value: '', label: 'none' }, ...bodyOptions.value.filter((each) => each.value !== props.planned.body_id)])
/** Two bodies: their clocks, names and looks are then looked after. */
function carry(id: string): void {
  const bodies = id ? Math.max(2, props.planned.preferences.requests.bodies) : 1
  emit('save', { ...asking(props.planned, { bodies }), second_body_id: id || null }, 'second body')
}

function changeBag(changes: Partial<Accessories>): void {
  emit('save', { ...props.planned, accessories: { ...accessories.value, ...changes } }, `bag/${Object.keys(changes).join()}`)
}

/** A lens's own range wins over a focal length it does not have. */
function chooseLens(id: string): void {
  const lens = lenses.value.map((entry) => currentOf(entry)!).find((item) => item.id === id)
  const focal = props.planned.situation.focal_length_mm
  const fits = !focal || !lens || (focal >= lens.focal_min_mm && focal <= lens.focal_max_mm)
  const situation = fits ? props.planned.situation : { ...props.planned.situation, focal_length_mm: null }
  const body_id = lens?.built_into ?? props.planned.body_id
  emit('save', { ...props.planned, situation, lens_id: id, body_id }, 'lens')
}

/** The kit it ranks lies on the server: the same brief is asked again. */
const { answer, problem, waiting } = useLatest<Brief, Framing[]>(
  'framing',
  () => {
    const { situation, preferences, accessories: bag, pins } = props.planned
    return { situation, preferences, accessories: bag, pins, foundation: under(props.planned), sky: props.sky, figures: {} }
  },
  (body) => answered(client.POST('/api/v1/framing', { body })),
  0,
)
const ranked = computed(() => answer.value ?? [])

function fills(framing: Framing): string {
  const { fills_near_percent: near, fills_far_percent: far } = framing
  return near && far ? `fills ${Math.round(far)}–${Math.round(near)} % of the height` : ''
}
const shownLines = ref(8)
watch(
  () => ranked.value.length,
  () => (shownLines.value = 8),
)
function priceOf({ limits_ev, framing_ev, fills_near_percent }: Framing): string {
  const parts = [
    limits_ev > 0.16 ? `${stopsText(limits_ev)} past limits` : '',
    framing_ev > 0.16 ? `${stopsText(framing_ev)} ${(fills_near_percent ?? 0) > 100 ? 'cut off' : 'cropped away'}` : '',
  ].filter(Boolean)
  return parts.join(', ') || 'no price'
}
const isChosen = (framing: Framing): boolean => framing.body_id === props.planned.body_id && framing.lens_id === props.planned.lens_id
</script>

<template>
  <div class="kit">
    <ChoiceField
      v-if="photographers.length > 1"
      label="Taken by"
      :value="planned.photographer_id ?? ''"
      :options="personOptions"
      @update:value="(id) => emit('save', { ...planned, photographer_id: id || null }, 'photographer')" />
    <ChoiceField
      v-if="foundations.length > 1"
      label="Over the foundation"
      :value="planned.foundation_id ?? foundations[0]!.id"
      :options="foundationOptions"
      @update:value="(id) => emit('save', { ...planned, foundation_id: id }, 'foundation')" />
    <ChoiceField
      label="Body"
      :value="planned.body_id ?? ''"
      :options="bodyOptions"
      @update:value="(id) => emit('save', { ...planned, body_id: id }, 'body')" />
    <ChoiceField
      v-if="bodyOptions.length > 1"
      label="Second body"
      :value="planned.second_body_id ?? ''"
      :options="secondOptions"
      @update:value="carry" />
    <ChoiceField label="Lens" :value="planned.lens_id ?? ''" :options="lensOptions" @update:value="chooseLens" />
    <NumberField
      label="Focal length"
      pointer="/situation/focal_length_mm"
      unit="mm"
      optional
      empty-means="choose for me"
      :value="planned.situation.focal_length_mm ?? null"
      :above="0.5"
      :most="10000"
      @update:value="(focal) => emit('save', { ...planned, situation: { ...planned.situation, focal_length_mm: focal } }, 'focal')" />
    <BagFields :bag="accessories" @change="changeBag" />
    <h3 class="wide">What you own, by what it would cost here</h3>
    <p v-if="problem" class="stop wide" role="alert">{{ problem.message }}</p>
    <p v-else-if="!ranked.length" class="soft wide">{{ waiting ? 'Comparing…' : 'No body and lens that fit together yet. Add them in Gear.' }}</p>
    <ul class="wide">
      <li v-for="framing in ranked.slice(0, shownLines)" :key="framing.body_id + framing.lens_id">
        <button class="plain" :class="{ chosen: isChosen(framing) }" @click="take(framing)">
          <b>{{ framing.body_name }}, {{ framing.lens_name }}</b>
          <span class="price" :class="framing.price_ev > 0.3 ? 'cost' : 'soft'">{{ priceOf(framing) }}</span>
          <span class="soft"
            >{{ Math.round(framing.focal_length_mm) }} mm, {{ shutterWithUnit(framing.shutter_s) }}, {{ apertureText(framing.aperture) }}, ISO
            {{ isoText(framing.iso) }}</span
          >
          <span class="soft right">{{ fills(framing) }}</span>
        </button>
      </li>
    </ul>
    <button v-if="ranked.length > shownLines" class="link wide" type="button" @click="shownLines += 40">{{ ranked.length - shownLines }} more</button>
  </div>
</template>

<style scoped>
.kit {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px 12px;
}

.wide {
  grid-column: 1 / -1;
}

ul {
  margin: 0;
  padding: 0;
  list-style: none;
}

li button {
  display: grid;
  grid-template-columns: 1fr max-content;
  gap: 0 10px;
  width: 100%;
  padding: 4px 8px;
  border-top: 1px solid var(--rule);
  border-left: 3px solid transparent;
}

li button:hover {
  background: var(--well);
}

li button.chosen {
  border-left-color: var(--move);
}

.right {
  text-align: right;
}
</style>
