<script setup lang="ts">
/** A day. While it is typed part by part the browser hands out years like 0002, so it is taken when the field is left. */
import { onMounted, ref, useId, watch } from 'vue'
import { halfTyped, keepHalfTyped } from './drafts'
import { useFieldKey } from './fieldKey'

const props = defineProps<{ label: string; pointer: string }>()
const value = defineModel<string | null>('value', { required: true })
const id = useId()
const key = useFieldKey(() => props.pointer)
const text = ref(halfTyped(key.value) ?? value.value ?? '')
const typing = ref(false)
const FIRST_YEAR = 1900
const reason = ref('')

watch([value, key], ([now]) => {
  if (!typing.value) text.value = halfTyped(key.value) ?? now ?? ''
})

function take(event: Event): void {
  typing.value = true
  text.value = (event.target as HTMLInputElement).value
  keepHalfTyped(key.value, text.value === (value.value ?? '') ? null : text.value)
}

function leave(): void {
  typing.value = false
  reason.value = text.value && Number(text.value.slice(0, 4)) < FIRST_YEAR ? `The year needs four figures, from ${FIRST_YEAR}.` : ''
  if (reason.value) return
  keepHalfTyped(key.value, null)
  if (text.value !== (value.value ?? '')) value.value = text.value || null
}
onMounted(() => halfTyped(key.value) !== undefined && leave())
</script>

<template>
  <div class="field">
    <label :for="id">{{ label }}</label>
    <input
      :id="id"
      class="day"
      type="date"
      max="9999-12-31"
      :value="text"
      :aria-invalid="reason ? 'true' : undefined"
      :aria-describedby="reason ? `${id}-note` : undefined"
      @input="take"
      @blur="leave"
      @keydown.enter.prevent="leave" />
    <p v-if="reason" :id="`${id}-note`" class="stop note" role="alert">{{ reason }}</p>
  </div>
</template>

<style scoped>
.day {
  width: 100%;
  height: 30px;
  padding: 0 8px;
  border: 1px solid var(--edge);
  border-radius: 2px;
  background: var(--sheet);
  color: var(--ink);
  font: inherit;
}
</style>
