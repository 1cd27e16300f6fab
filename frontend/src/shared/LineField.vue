<script setup lang="ts">
/** A bare line (or a few) of text for tables: what is being typed stays, whatever else is redrawn; told when it is left. */
import { ref, watch } from 'vue'

const props = withDefaults(defineProps<{ value: string; label: string; rows?: number; most?: number; disabled?: boolean; placeholder?: string }>(), { rows: 1, most: 120 })
const emit = defineEmits<{ change: [text: string] }>()
const text = ref(props.value)
const typing = ref(false)
watch(() => props.value, (now) => { if (!typing.value) text.value = now })
function leave(): void {
  typing.value = false
  if (text.value !== props.value) emit('change', text.value)
}
</script>

<template>
  <textarea v-if="rows > 1" v-model="text" class="line" :rows="rows" :aria-label="label" @focus="typing = true" @blur="leave" />
  <input v-else v-model="text" class="line" :maxlength="most" :aria-label="label" :disabled="disabled" :placeholder="placeholder" @focus="typing = true" @blur="leave" @keydown.enter="leave" />
</template>
