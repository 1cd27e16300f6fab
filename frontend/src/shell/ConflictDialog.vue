<script setup lang="ts">
/** Two edits of one document that no rule can join: shows each field that differs and lets the person choose. */
import { Button, Modal } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import { type Conflict, resolveConflict } from '@/saving/documents'
import { type AnyDocument, NOUN, titleOf } from '@/saving/kinds'
import { differences, type Json, merged, usualSide } from '@/saving/merge'
import { fieldInWords, valueInWords } from '@/shared/fieldNames'
import { useReturningFocus } from '@/shared/useReturningFocus'

const props = defineProps<{ conflict: Conflict }>()

const mine = computed(() => props.conflict.entry.draft)
const theirs = computed(() => props.conflict.theirs)
const items = computed(() =>
  mine.value && theirs.value
    ? differences(props.conflict.entry.saved as unknown as Json, mine.value as unknown as Json, theirs.value as unknown as Json)
    : [],
)
const sides = ref<Record<string, 'mine' | 'theirs'>>({})
watch(items, (found) => (sides.value = Object.fromEntries(found.map((item) => [item.pointer, usualSide(item)]))), { immediate: true })
const name = computed(() => {
  const document = theirs.value ?? mine.value
  return `The ${NOUN[props.conflict.kind]} “${document ? titleOf(props.conflict.kind, document) : ''}”`
})
const title = computed(
  () => `${name.value} was ${mine.value ? (props.conflict.theirsDeleted ? 'deleted elsewhere' : 'edited twice') : 'edited after you deleted it'}`,
)

function chooseAll(side: 'mine' | 'theirs'): void {
  for (const item of items.value) sides.value[item.pointer] = side
}

function decide(): void {
  if (!theirs.value) return
  resolveConflict(props.conflict, merged(theirs.value as unknown as Json, items.value, sides.value) as unknown as AnyDocument)
}
useReturningFocus(() => undefined)
</script>

<template>
  <Modal open :title="title" :width="720" :closable="false" :keyboard="false" :mask-closable="false">
    <p v-if="!mine">It has changed elsewhere since. Delete it with that change, or keep it?</p>
    <p v-else-if="conflict.theirsDeleted">You edited it here meanwhile. Bring it back with your edit, or let it stay deleted?</p>
    <p v-else-if="!theirs">What is stored there cannot be read. Your version can replace it.</p>
    <template v-else>
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
            <th scope="row" :class="{ cost: item.conflicting }">{{ fieldInWords(item.pointer) }}</th>
            <td v-for="side in ['mine', 'theirs'] as const" :key="side">
              <label>
                <input v-model="sides[item.pointer]" type="radio" :name="item.pointer" :value="side" />
                {{ valueInWords(item[side]) }}
              </label>
            </td>
          </tr>
        </tbody>
      </table>
    </template>
    <template #footer>
      <template v-if="!mine">
        <Button @click="resolveConflict(conflict, null)">Keep it</Button>
        <Button type="primary" danger @click="resolveConflict(conflict, 'delete')">Delete it</Button>
      </template>
      <template v-else-if="conflict.theirsDeleted || !theirs">
        <Button @click="resolveConflict(conflict, null)">{{ theirs ? 'Let it stay deleted' : 'Leave it' }}</Button>
        <Button type="primary" @click="resolveConflict(conflict, mine)">{{ theirs ? 'Bring it back' : 'Save mine' }}</Button>
      </template>
      <template v-else>
        <Button @click="chooseAll('theirs')">All from elsewhere</Button>
        <Button @click="chooseAll('mine')">All mine</Button>
        <Button type="primary" @click="decide">Save what is chosen</Button>
      </template>
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
