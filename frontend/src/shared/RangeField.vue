<script setup lang="ts">
/** A number on a short scale, dragged or nudged, with its value in words beside its name. */
import { useId } from 'vue'

defineProps<{ label: string; min: number; max: number; step: number; text: string; hint?: string }>()
const value = defineModel<number>('value', { required: true })
const id = useId()
</script>

<template>
  <div class="range">
    <label :for="id">{{ label }}</label>
    <output :for="id">{{ text }}</output>
    <input :id="id" v-model.number="value" type="range" :min="min" :max="max" :step="step" :aria-valuetext="text" :title="hint" />
  </div>
</template>

<style scoped>
.range {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 0 8px;
  font-size: 12px;
}

label {
  color: var(--soft);
}

input {
  grid-column: 1 / -1;
  width: 100%;
  height: 16px;
  margin: 0;
}
</style>
