<script setup lang="ts">
/** Two edits of one document: shows each field that differs and lets the person choose, field by field. */
import { Button, Modal } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import { type Conflict, resolveConflict } from '@/saving/documents'
import { type AnyDocument, NOUN, titleOf } from '@/saving/kinds'
import { type Difference, differences, type Json, merged, usualSide } from '@/saving/merge'

const props = defineProps<{ conflict: Conflict }>()

const items = computed(() =>
  differences(
    props.conflict.entry.saved as unknown as Json,
    props.conflict.entry.draft as unknown as Json,
    props.conflict.theirs as unknown as Json,
  ),
)
const sides = ref<Record<string, 'mine' | 'theirs'>>({})
watch(
  items,
  (found) => (sides.value = Object.fromEntries(found.map((item) => [item.pointer, usualSide(item)]))),
  { immediate: true },
)
const title = computed(
  () => `The ${NOUN[props.conflict.kind]} “${titleOf(props.conflict.kind, props.conflict.theirs)}” was edited twice`,
)

function fieldName(item: Difference): string {
  return item.pointer.slice(1).replace(/^situation\//, '').replaceAll('/', ' › ').replaceAll('_', ' ')
}

function shown(value: Json | undefined): string {
  if (value === undefined || value === null) return '–'
  return typeof value === 'object' ? JSON.stringify(value) : String(value)
}

function chooseAll(side: 'mine' | 'theirs'): void {
  for (const item of items.value) sides.value[item.pointer] = side
}

function decide(): void {
  const theirs = props.conflict.theirs as unknown as Json
  resolveConflict(props.conflict, merged(theirs, items.value, sides.value) as unknown as AnyDocument)
}
</script>

<template>
  <Modal open :title="title" :width="720" :closable="false" :keyboard="false" :mask-closable="false">
    <p v-if="conflict.theirsDeleted" class="cost">It was deleted elsewhere; saving brings it back.</p>
    <p>Both changed since they last agreed. Choose for each field what stays.</p>
    <table>
      <thead>
        <tr>
          <th scope="col">Field</th>
          <th scope="col">Yours, here</th>
          <th scope="col">Saved elsewhere</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="item in items" :key="item.pointer">
          <th scope="row" :class="{ cost: item.conflicting }">{{ fieldName(item) }}</th>
          <td v-for="side in ['mine', 'theirs'] as const" :key="side">
            <label>
              <input v-model="sides[item.pointer]" type="radio" :name="item.pointer" :value="side" />
              {{ shown(item[side]) }}
            </label>
          </td>
        </tr>
      </tbody>
    </table>
    <template #footer>
      <Button @click="chooseAll('theirs')">All from elsewhere</Button>
      <Button @click="chooseAll('mine')">All mine</Button>
      <Button type="primary" @click="decide">Save what is chosen</Button>
    </template>
  </Modal>
</template>

<style scoped>
table {
  width: 100%;
  margin-top: 10px;
  border-collapse: collapse;
}

th,
td {
  padding: 5px 10px 5px 0;
  border-top: 1px solid var(--rule);
  font-weight: 400;
  text-align: left;
  vertical-align: top;
  overflow-wrap: anywhere;
}

thead th {
  color: var(--soft);
}

label {
  display: flex;
  gap: 6px;
}
</style>
