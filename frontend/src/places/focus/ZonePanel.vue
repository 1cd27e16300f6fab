<script setup lang="ts">
/** Zone focus: a distance set beforehand, what of a street is sharp drawn to scale, and how wrong a guess may be. */
import { computed, ref } from 'vue'
import { answered, client } from '@/api/client'
import type { SetDistanceOut, ZoneRequest } from '@/api/types'
import RangeField from '@/shared/RangeField.vue'
import { apertureText } from '@/shared/format'
import { distanceText } from '@/shared/units'
import { useLatest } from '@/shared/useLatest'
import type { Lab } from './useLab'

const props = defineProps<{ lab: Lab }>()
const setup = computed(() => props.lab.plannedSetup.value)
const distance = ref<number | null>(null)
const stop = ref<number | null>(null)
const focusM = computed(() => distance.value ?? Math.min(Math.max(setup.value?.zone_m ?? 2.5, 0.7), 10))
const aperture = computed(() => stop.value ?? Math.max(setup.value?.aperture ?? 8, setup.value?.widest ?? 1))
const zone = useLatest<ZoneRequest, SetDistanceOut>(
  'focus-zone',
  () =>
    props.lab.body.value && setup.value
      ? ({
          body: props.lab.body.value,
          focal_mm: setup.value.focal_mm,
          widest: setup.value.widest,
          aperture: aperture.value,
          focus_m: focusM.value,
        } as ZoneRequest)
      : null,
  (asked) => answered(client.POST('/api/v1/focus/zone', { body: asked })),
)
const found = computed(() => zone.answer.value?.zone ?? null)
const door = computed(() => zone.answer.value?.door ?? null)
const STREET_M = 10
const x = (metres: number): number => 18 + (Math.min(metres, STREET_M) / STREET_M) * 280
</script>

<template>
  <div v-if="setup" class="panel">
    <RangeField
      label="Set to"
      :min="0.7"
      :max="10"
      :step="0.1"
      :text="distanceText(focusM)"
      :value="focusM"
      @update:value="(value) => (distance = value)" />
    <RangeField
      label="Aperture"
      :min="0"
      :max="10"
      :step="1"
      :text="apertureText(aperture)"
      :value="Math.round(2 * Math.log2(aperture / setup.widest))"
      @update:value="(half) => (stop = setup!.widest * 2 ** (half / 2))" />
    <p v-if="zone.problem.value" class="stop" role="alert">{{ zone.problem.value.message }}</p>
    <template v-if="found">
      <svg
        viewBox="0 0 306 74"
        role="img"
        :aria-label="`Sharp from ${distanceText(found.near_m)} to ${found.far_m === null ? 'infinity' : distanceText(found.far_m)}`">
        <rect :x="x(found.near_m)" y="8" :width="x(found.far_m ?? STREET_M) - x(found.near_m)" height="46" class="sharp" />
        <g
          v-for="metres in [1, 2, 3, 4, 5, 6, 7, 8, 9]"
          :key="metres"
          class="person"
          :class="{ soft: metres < found.near_m || metres > (found.far_m ?? 1e9) }">
          <circle :cx="x(metres)" cy="26" r="3.4" />
          <path :d="`M${x(metres) - 4.5} 50v-14q0 -5 4.5 -5t4.5 5v14z`" />
        </g>
        <line :x1="x(focusM)" :x2="x(focusM)" y1="4" y2="58" class="plane" />
        <path d="M2 42h12v8h-12z" class="camera" />
        <line x1="14" x2="300" y1="54" y2="54" class="ground" />
        <text v-for="metres in [2, 4, 6, 8]" :key="metres" :x="x(metres)" y="68" text-anchor="middle">{{ distanceText(metres) }}</text>
      </svg>
      <p>
        Sharp from {{ distanceText(found.near_m) }} to {{ found.far_m === null ? 'infinity' : distanceText(found.far_m) }}. A guess may be
        {{ distanceText(found.nearer_m) }} too far<template v-if="found.further_m !== null"> or {{ distanceText(found.further_m) }} too near</template
        >: {{ Math.round(found.guessed_right * 100) }} in 100 guesses are good enough.
      </p>
      <p v-if="found.step_m !== null" class="soft">The body’s own depth level of {{ distanceText(found.step_m) }} fits in.</p>
    </template>
    <p v-if="found && !door" class="soft">No aperture of this lens holds a pavement’s 1.5 to 4 m: a wider one is for setting a distance.</p>
    <p v-if="door">
      Out of the door: {{ distanceText(door.focus_m) }} at {{ apertureText(door.aperture) }} holds {{ distanceText(door.near_m) }} to
      {{ door.far_m === null ? 'infinity' : distanceText(door.far_m) }}.
      <button
        type="button"
        class="link"
        @click="
          () => {
            distance = door!.focus_m
            stop = door!.aperture
          }
        ">
        Show it
      </button>
    </p>
  </div>
</template>

<style scoped>
.panel {
  display: grid;
  gap: 8px;
}

svg {
  width: 100%;
  background: var(--well);
}

.sharp {
  fill: var(--move);
  opacity: 0.18;
}

.plane {
  stroke: var(--move);
  stroke-width: 2;
}

.person {
  fill: var(--ink);
}

.person.soft {
  fill: none;
  stroke: var(--soft);
  stroke-dasharray: 2 2;
}

.camera {
  fill: var(--ink);
}

.ground {
  stroke: var(--edge);
}

text {
  fill: var(--soft);
  font-size: 10px;
}
</style>
