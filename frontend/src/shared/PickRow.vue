<script setup lang="ts" generic="T extends string">
/** A few options side by side, of which one is chosen; arrow keys go from one to the next. */
import { useId } from 'vue'

defineProps<{ label: string; options: readonly { value: T; label: string }[]; spoken?: boolean }>()
const value = defineModel<T>('value', { required: true })
const id = useId()
</script>

<template>
  <fieldset class="pick">
    <legend :class="{ 'visually-hidden': spoken }">{{ label }}</legend>
    <label v-for="option in options" :key="option.value" :class="{ on: option.value === value }">
      <input v-model="value" type="radio" :name="id" :value="option.value" class="visually-hidden" />
      {{ option.label }}
    </label>
  </fieldset>
</template>

<style scoped>
.pick {
  align-content: start;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 0;
  margin: 0;
  padding: 0;
  border: 0;
}

legend {
  padding: 0 0 2px;
  color: var(--soft);
  font-size: 12px;
}

label {
  margin-right: -1px;
  padding: 2px 9px;
  border: 1px solid var(--edge);
  font-size: 12px;
  cursor: pointer;
}

label.on {
  position: relative;
  border-color: var(--move);
  background: var(--move);
  color: var(--on-move);
}

label:focus-within {
  outline: 2px solid var(--move);
  outline-offset: 1px;
}
</style>
