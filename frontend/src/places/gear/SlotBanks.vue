<script setup lang="ts">
/** The storage places a body has: their kinds, how many, what they do not hold, and whether changes survive switch-off. */
import { Button, Select } from 'ant-design-vue'
import { computed } from 'vue'
import type { Body } from '@/api/types'
import LineField from '@/shared/LineField.vue'
import NumberField from '@/shared/NumberField.vue'
import { tables } from '@/shared/tables'

type Bank = Body['slots'][number]
const banks = defineModel<Body['slots']>('banks', { required: true })
const KINDS: { value: Bank['kind']; label: string }[] = [
  { value: 'full', label: 'all settings' },
  { value: 'mode_position', label: 'on the mode dial' },
  { value: 'look', label: 'a look only' },
  { value: 'held_button', label: 'while held' },
]
const CHANGES: { value: Bank['changes']; label: string }[] = [
  { value: 'choice', label: 'by the menu' },
  { value: 'kept', label: 'kept' },
  { value: 'forgotten', label: 'lost' },
]
const FILLED: { value: Bank['filled']; label: string }[] = [
  { value: 'menu', label: 'menu' },
  { value: 'held', label: 'held button' },
  { value: 'computer', label: 'computer' },
]
const settings = computed(() => (tables.value?.settings ?? []).map((entry) => ({ value: entry.id, label: entry.label })))
const change = (at: number, part: Partial<Bank>): void => void (banks.value = banks.value.map((bank, k) => (k === at ? { ...bank, ...part } : bank)))
const drop = (at: number): void => void (banks.value = banks.value.filter((_, k) => k !== at))
const add = (): void =>
  void (banks.value = [
    ...banks.value,
    {
      kind: 'full',
      count: 1,
      label: 'custom mode',
      leaves_out: [],
      changes: 'choice',
      family: '',
      serves: 'stills',
      filled: 'menu',
      name_letters: 0,
    },
  ])
</script>

<template>
  <div class="banks">
    <table v-if="banks.length" class="list">
      <thead>
        <tr>
          <th scope="col">Its name</th>
          <th scope="col">Kind</th>
          <th scope="col">How many</th>
          <th scope="col">Changes after switch-off</th>
          <th scope="col">Does not hold</th>
          <th scope="col">Family</th>
          <th scope="col">Keeps</th>
          <th scope="col">Filled</th>
          <th scope="col">Letters for titles</th>
          <th><span class="visually-hidden">Remove</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(bank, k) in banks" :key="k">
          <td>
            <LineField
              :pointer="`/slots/${k}/label`"
              :value="bank.label"
              :label="`Bank ${k + 1} is called`"
              @change="(text) => change(k, { label: text.trim() || bank.label })" />
          </td>
          <td>
            <select
              class="line"
              :value="bank.kind"
              :aria-label="`Kind of bank ${k + 1}`"
              @change="change(k, { kind: ($event.target as HTMLSelectElement).value as Bank['kind'] })">
              <option v-for="kind in KINDS" :key="kind.value" :value="kind.value">{{ kind.label }}</option>
            </select>
          </td>
          <td>
            <NumberField
              class="count"
              spoken
              :label="`Places in bank ${k + 1}`"
              :pointer="`/slots/${k}/count`"
              :value="bank.count"
              :least="1"
              :most="30"
              @update:value="(v) => change(k, { count: Math.round(v!) })" />
          </td>
          <td>
            <select
              class="line"
              :value="bank.changes"
              :aria-label="`Changes in bank ${k + 1}`"
              @change="change(k, { changes: ($event.target as HTMLSelectElement).value as Bank['changes'] })">
              <option v-for="each in CHANGES" :key="each.value" :value="each.value">{{ each.label }}</option>
            </select>
          </td>
          <td>
            <label>
              <span class="visually-hidden">Bank {{ k + 1 }} does not hold</span>
              <Select
                mode="multiple"
                size="small"
                class="left-out"
                :value="bank.leaves_out"
                :options="settings"
                option-filter-prop="label"
                @update:value="(chosen) => change(k, { leaves_out: (chosen as string[]) ?? [] })" />
            </label>
          </td>
          <td>
            <LineField
              :pointer="`/slots/${k}/family`"
              :value="bank.family"
              :most="40"
              :label="`Family of bank ${k + 1}`"
              @change="(text) => change(k, { family: text.trim() })" />
          </td>
          <td>
            <select
              class="line"
              :value="bank.serves"
              :aria-label="`What bank ${k + 1} keeps`"
              @change="change(k, { serves: ($event.target as HTMLSelectElement).value as Bank['serves'] })">
              <option value="stills">stills</option>
              <option value="other">other modes</option>
            </select>
          </td>
          <td>
            <select
              class="line"
              :value="bank.filled"
              :aria-label="`How bank ${k + 1} is filled`"
              @change="change(k, { filled: ($event.target as HTMLSelectElement).value as Bank['filled'] })">
              <option v-for="each in FILLED" :key="each.value" :value="each.value">{{ each.label }}</option>
            </select>
          </td>
          <td>
            <NumberField
              class="count"
              spoken
              :label="`Letters for titles in bank ${k + 1}`"
              :pointer="`/slots/${k}/name_letters`"
              :value="bank.name_letters"
              :least="0"
              :most="60"
              @update:value="(v) => change(k, { name_letters: Math.round(v!) })" />
          </td>
          <td><button class="link" @click="drop(k)">Remove</button></td>
        </tr>
      </tbody>
    </table>
    <p v-else class="soft">No storage places: every change is made by hand.</p>
    <Button size="small" @click="add">Add storage places</Button>
  </div>
</template>

<style scoped>
.banks {
  margin-bottom: 14px;
  display: grid;
  gap: 6px;
  justify-items: start;
}

.count {
  width: 64px;
}

.left-out {
  min-width: 150px;
}
</style>
