<script setup lang="ts" generic="T extends string, O extends { value: T; label: string; picture?: string; says?: string }">
/** One of several, each with a picture: a row of pictures that are chosen by a press or the arrow keys. */
import { useId } from 'vue'

defineProps<{ label: string; options: readonly O[]; small?: boolean }>()
const value = defineModel<T | ''>('value', { required: true })
const id = useId()
</script>

<template>
  <fieldset class="pictures" :class="{ small }">
    <legend class="visually-hidden">{{ label }}</legend>
    <label v-for="option in options" :key="option.value" :class="{ on: option.value === value }">
      <input v-model="value" type="radio" :name="id" :value="option.value" class="visually-hidden" />
      <slot name="picture" :option="option">
        <img v-if="option.picture" :src="option.picture" alt="" width="264" height="176" loading="lazy" />
      </slot>
      <span class="name">{{ option.label }}</span>
      <span v-if="option.says" class="soft says">{{ option.says }}</span>
    </label>
  </fieldset>
</template>

<style scoped>
.pictures {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(128px, 1fr));
  gap: 8px;
  margin: 0;
  padding: 0;
  border: 0;
}

.pictures.small {
  grid-template-columns: repeat(auto-fill, minmax(112px, 1fr));
}

label {
  display: grid;
  align-content: start;
  padding: 0 0 5px;
  border: 1px solid var(--rule);
  border-bottom: 3px solid transparent;
  background: var(--sheet);
  cursor: pointer;
}

label:hover {
  border-color: var(--edge);
}

label.on {
  border-color: var(--move);
}

label.on .name {
  font-weight: 600;
}

label:focus-within {
  outline: 2px solid var(--move);
  outline-offset: 1px;
}

img {
  width: 100%;
  height: auto;
}

.name,
.says {
  padding: 3px 7px 0;
  line-height: 1.25;
}

.says {
  font-size: 12px;
}
</style>
