<script setup lang="ts" generic="T extends string">
/** One of several named values. */
import { Select } from 'ant-design-vue'
import { useId } from 'vue'

defineProps<{ label: string; options: { value: T; label: string }[]; hint?: string; searchable?: boolean }>()
const value = defineModel<T>('value', { required: true })
const id = useId()
</script>

<template>
  <div class="field">
    <label :for="id">{{ label }}</label>
    <Select :id="id" v-model:value="value" :options="options" :show-search="searchable" option-filter-prop="label" :aria-label="label" />
    <p v-if="hint" class="soft note">{{ hint }}</p>
  </div>
</template>
