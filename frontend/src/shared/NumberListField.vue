<script setup lang="ts">
/** Several numbers in one line, "1, 1.5, 2.5": what is no number stays in the field, with the reason below it. */
import { Input } from 'ant-design-vue'
import { computed, ref, useId, watch } from 'vue'
import { parseNumber, type Parse } from './numbers'
import { readNumbers, writeNumbers } from './numberList'
import { useFieldKey } from './fieldKey'
import { halfTyped, keepHalfTyped } from './drafts'

const props = withDefaults(
  defineProps<{
    label: string
    pointer: string
    values: readonly number[] | null
    unit?: string
    emptyMeans: string
    hint?: string
    parse?: Parse
    format?: (value: number) => string
    /** The word for an empty list, where none and unknown are two things. */
    none?: string
  }>(),
  { unit: '' },
)
const emit = defineEmits<{ change: [values: number[] | null] }>()
const id = useId()
const key = useFieldKey(() => props.pointer)
function write(values: readonly number[] | null): string {
  if (values === null) return ''
  return values.length || !props.none ? writeNumbers(values, props.format) : props.none
}
const written = computed(() => write(props.values))
const text = ref(halfTyped(key.value) ?? written.value)
const focused = ref(false)
watch([written, key], ([now], [, before]) => {
  if (!focused.value || key.value !== before) text.value = halfTyped(key.value) ?? now
})
const reading = computed(() => readNumbers(text.value, props.parse ?? parseNumber, props.none))

function leave(): void {
  focused.value = false
  if (reading.value.reason !== null) return
  keepHalfTyped(key.value, null)
  const read = reading.value.values
  if (JSON.stringify(read) !== JSON.stringify(props.values)) emit('change', read)
  text.value = write(read) // the document follows a moment later
}
function take(typed: string): void {
  text.value = typed
  keepHalfTyped(key.value, typed === written.value ? null : typed)
}
</script>

<template>
  <div class="field">
    <label :for="id">{{ label }}</label>
    <Input
      :id="id"
      :value="text"
      :suffix="unit || undefined"
      :status="reading.reason ? 'error' : ''"
      :placeholder="emptyMeans"
      :aria-invalid="reading.reason ? 'true' : undefined"
      autocomplete="off"
      @update:value="take"
      @focus="focused = true"
      @blur="leave"
      @press-enter="leave" />
    <p v-if="reading.reason" class="stop note" role="alert">{{ reading.reason }}</p>
    <p v-else-if="hint" class="soft note">{{ hint }}</p>
  </div>
</template>
