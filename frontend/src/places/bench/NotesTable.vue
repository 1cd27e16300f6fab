<script setup lang="ts" generic="Row extends object">
/** Notes in rows, as they are written down at work: a number, a choice or a yes in each column; rows come and go. */
import { computed } from 'vue'
import ChoiceField from '@/shared/ChoiceField.vue'
import NumberField from '@/shared/NumberField.vue'
import type { NoteColumn } from './noteColumns'

const props = defineProps<{ title: string; pointer: string; columns: readonly NoteColumn<Row>[]; fresh: Row }>()
const rows = defineModel<readonly Row[]>('rows', { required: true })
const MOST = 60

const set = (at: number, key: keyof Row, value: unknown): void =>
  void (rows.value = rows.value.map((row, k) => (k === at ? { ...row, [key]: value } : row)))
const add = (): void => void (rows.value = [...rows.value, { ...(rows.value.at(-1) ?? props.fresh) }])
const remove = (at: number): void => void (rows.value = rows.value.filter((_, k) => k !== at))
const asNumber = (row: Row, column: NoteColumn<Row>): number => Number(row[column.key])
const asText = (row: Row, column: NoteColumn<Row>): string => String(row[column.key])
const full = computed(() => rows.value.length >= MOST)
</script>

<template>
  <fieldset class="notes">
    <legend>{{ title }}</legend>
    <p v-if="!rows.length" class="soft">Nothing noted yet.</p>
    <div v-for="(row, at) in rows" :key="at" class="note-row">
      <span class="soft">{{ at + 1 }}</span>
      <template v-for="column in columns" :key="String(column.key)">
        <ChoiceField
          v-if="column.options"
          :label="column.label"
          :value="asText(row, column)"
          :options="column.options"
          @update:value="(value) => set(at, column.key, value)" />
        <label v-else-if="column.yes" class="yes">
          <input
            type="checkbox"
            :checked="row[column.key] === true"
            @change="(event) => set(at, column.key, (event.target as HTMLInputElement).checked)" />
          {{ column.label }}
        </label>
        <NumberField
          v-else
          :label="column.label"
          :pointer="`${pointer}/${at}/${String(column.key)}`"
          :unit="column.unit"
          late
          :value="asNumber(row, column)"
          :least="column.least"
          :most="column.most"
          @update:value="(value: number | null) => set(at, column.key, value)" />
      </template>
      <button type="button" class="link" :aria-label="`Remove note ${at + 1}`" @click="remove(at)">Remove</button>
    </div>
    <button type="button" class="link" :disabled="full" @click="add">Add a note</button>
  </fieldset>
</template>

<style scoped>
.notes {
  display: grid;
  grid-column: 1 / -1;
  gap: 6px;
  min-width: 0;
  margin: 0;
  padding: 0;
  border: 0;
}

.note-row {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: end;
  padding-bottom: 6px;
  border-bottom: 1px solid var(--rule);
}

.note-row > .field {
  flex: 1 1 110px;
  max-width: 190px;
}

.yes {
  display: flex;
  gap: 6px;
  align-items: center;
  min-height: 32px;
}

.notes > .link {
  justify-self: start;
}
</style>
