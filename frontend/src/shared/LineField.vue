<script setup lang="ts">
/**
 * A bare line (or a few) of text for tables: what is being typed stays, whatever else is redrawn; told when it is left,
 * and taken over by a reload as if it had been left.
 */
import { onMounted, ref, watch } from 'vue'
import { halfTyped, keepHalfTyped } from './drafts'
import { useFieldKey } from './fieldKey'

const props = withDefaults(
  defineProps<{ value: string; label: string; pointer: string; rows?: number; most?: number; disabled?: boolean; placeholder?: string }>(),
  { rows: 1, most: 120 },
)
const emit = defineEmits<{ change: [text: string] }>()
const key = useFieldKey(() => props.pointer)
const text = ref(halfTyped(key.value) ?? props.value)
const typing = ref(false)
watch([() => props.value, key], ([now]) => {
  if (!typing.value) text.value = halfTyped(key.value) ?? now
})

function take(): void {
  keepHalfTyped(key.value, text.value === props.value ? null : text.value)
}
function leave(): void {
  typing.value = false
  keepHalfTyped(key.value, null)
  if (text.value !== props.value) emit('change', text.value)
}
onMounted(() => halfTyped(key.value) !== undefined && leave())
</script>

<template>
  <textarea
    v-if="rows > 1"
    v-model="text"
    class="line"
    :rows="rows"
    :maxlength="most"
    :aria-label="label"
    @focus="typing = true"
    @input="take"
    @blur="leave" />
  <input
    v-else
    v-model="text"
    class="line"
    :maxlength="most"
    :aria-label="label"
    :disabled="disabled"
    :placeholder="placeholder"
    @focus="typing = true"
    @input="take"
    @blur="leave"
    @keydown.enter="leave" />
</template>
