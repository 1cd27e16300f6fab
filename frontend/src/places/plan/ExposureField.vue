<script setup lang="ts">
/** Shutter x aperture with the ISO each pair needs and the limits as hatches; a click or Enter chooses the pair. */
import { computed, ref, watch } from 'vue'
import type { ExposureField, LimitWindow } from '@/api/types'
import { apertureText, isoText, shutterText } from '@/shared/format'

const props = defineProps<{ field: ExposureField; windows: readonly LimitWindow[]; ev: string }>()
const emit = defineEmits<{ choose: [shutterS: number, aperture: number] }>()

const row = ref(props.field.chosen_row)
const column = ref(props.field.chosen_column)
watch(
  () => props.field,
  (field) => {
    row.value = field.chosen_row
    column.value = field.chosen_column
  },
)

const names = computed(() => new Map(props.windows.map((window) => [window.id, window.imposed_by])))
const isoRange = computed(() => {
  const values = props.field.iso.flat().filter((iso): iso is number => iso !== null && iso !== undefined)
  return { low: Math.log2(Math.min(...values, 1e9)), high: Math.log2(Math.max(...values, 1)) }
})

/** Darker for higher ISO; four shades are enough to see the direction. */
function shade(iso: number | null | undefined): string {
  if (!iso) return 'shade-none'
  const { low, high } = isoRange.value
  return `shade-${Math.min(3, Math.floor(((Math.log2(iso) - low) / Math.max(high - low, 0.01)) * 4))}`
}

function spoken(r: number, c: number): string {
  const iso = props.field.iso[r]?.[c]
  const limit = props.field.limit[r]?.[c]
  const needs = iso ? `needs ISO ${isoText(iso)}` : 'no ISO of this body exposes it rightly'
  const passed = limit ? `, passes ${names.value.get(limit) ?? limit}` : ''
  return `${shutterText(props.field.shutter_s[c]!)} ${apertureText(props.field.apertures[r]!)}: ${needs}${passed}`
}

function key(event: KeyboardEvent): void {
  const by: Record<string, [number, number]> = { ArrowUp: [-1, 0], ArrowDown: [1, 0], ArrowLeft: [0, -1], ArrowRight: [0, 1] }
  const step = by[event.key]
  if (step) {
    event.preventDefault()
    row.value = Math.min(props.field.apertures.length - 1, Math.max(0, row.value + step[0]))
    column.value = Math.min(props.field.shutter_s.length - 1, Math.max(0, column.value + step[1]))
  } else if (event.key === 'Enter' || event.key === ' ') {
    event.preventDefault()
    choose(row.value, column.value)
  }
}

function choose(r: number, c: number): void {
  emit('choose', props.field.shutter_s[c]!, props.field.apertures[r]!)
}
</script>

<template>
  <section class="field-section" aria-label="Exposure field">
    <div class="head">
      <div class="label">Exposure field</div>
      <div class="soft said">ISO each pair needs at {{ ev }}</div>
    </div>
    <div class="wrap">
      <table
        role="grid"
        tabindex="0"
        aria-label="Exposure field: arrow keys move, Enter chooses"
        :aria-activedescendant="`cell-${row}-${column}`"
        @keydown="key">
        <tbody>
          <tr v-for="(aperture, r) in field.apertures" :key="aperture">
            <th scope="row">{{ apertureText(aperture) }}</th>
            <td
              v-for="(_, c) in field.shutter_s"
              :id="`cell-${r}-${c}`"
              :key="c"
              role="gridcell"
              :class="[
                field.severity[r]?.[c],
                shade(field.iso[r]?.[c]),
                { chosen: r === field.chosen_row && c === field.chosen_column, at: r === row && c === column },
              ]"
              :aria-label="spoken(r, c)"
              :aria-selected="r === field.chosen_row && c === field.chosen_column"
              :title="spoken(r, c)"
              @click="choose(r, c)">
              <span>{{ field.iso[r]?.[c] ? isoText(field.iso[r]![c]!) : '·' }}</span>
            </td>
          </tr>
          <tr>
            <th />
            <th v-for="shutter in field.shutter_s" :key="shutter" scope="col" class="time">{{ shutterText(shutter) }}</th>
          </tr>
        </tbody>
      </table>
      <p class="sentence">{{ field.sentence }}</p>
    </div>
  </section>
</template>

<style scoped>
.field-section {
  display: grid;
  grid-template-columns: 122px minmax(0, 1fr);
  gap: 12px;
}

.said {
  font-size: 11px;
}

.wrap {
  min-width: 0;
  overflow-x: auto;
}

table {
  width: 100%;
  border-collapse: separate;
  border-spacing: 1px;
  table-layout: fixed;
}

th {
  width: 30px;
  padding: 0 3px 0 0;
  color: var(--soft);
  font-size: 10.5px;
  font-weight: 400;
  font-stretch: 75%;
  text-align: right;
  white-space: nowrap;
}

th.time {
  padding: 1px 0 0;
  text-align: center;
}

td {
  height: 22px;
  padding: 0;
  font-size: 10px;
  font-stretch: 70%;
  text-align: center;
  cursor: pointer;
  overflow: hidden;
}

td span {
  position: relative;
}

.shade-0 {
  background-color: color-mix(in srgb, var(--sheet) 94%, var(--field-to));
}
.shade-1 {
  background-color: color-mix(in srgb, var(--sheet) 86%, var(--field-to));
}
.shade-2 {
  background-color: color-mix(in srgb, var(--sheet) 79%, var(--field-to));
}
.shade-3 {
  background-color: color-mix(in srgb, var(--sheet) 70%, var(--field-to));
}
.shade-none {
  background-color: var(--wall);
}

td.costs {
  background-image: repeating-linear-gradient(135deg, color-mix(in srgb, var(--cost) 55%, transparent) 0 1px, transparent 1px 7px);
}

td.forbidden {
  background-image: repeating-linear-gradient(135deg, color-mix(in srgb, var(--stop) 60%, transparent) 0 1.6px, transparent 1.6px 4px);
}

td.costs span,
td.forbidden span {
  padding: 0 1px;
  background: color-mix(in srgb, var(--sheet) 70%, transparent);
}

td.chosen {
  outline: 3px solid var(--move);
  outline-offset: -2px;
  font-weight: 700;
}

table:focus-visible td.at {
  outline: 2px dashed var(--ink);
  outline-offset: -2px;
}

.sentence {
  padding-top: 4px;
}

@media (max-width: 560px) {
  .field-section {
    grid-template-columns: 1fr;
  }

  table {
    min-width: 560px;
  }
}
</style>
