<script setup lang="ts">
/** Any select with its name on the input itself, shown above it or only spoken. Takes what the widget takes. */
import { Select } from 'ant-design-vue'
import { useId } from 'vue'

defineOptions({ inheritAttrs: false })
defineProps<{ label: string; spoken?: boolean }>()
const id = useId()
</script>

<template>
  <div class="field">
    <label :class="{ 'visually-hidden': spoken }" :for="id">{{ label }}</label>
    <Select :id="id" v-bind="$attrs" />
  </div>
</template>
