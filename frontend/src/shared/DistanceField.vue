<script setup lang="ts">
/** A distance typed in the reader's unit; the document holds metres. */
import NumberField from './NumberField.vue'
import { distanceUnit, parseDistance, writeDistance } from './units'

defineProps<{
  label: string
  pointer: string
  above?: number
  least?: number
  most?: number
  hint?: string
  late?: boolean
  optional?: boolean
  emptyMeans?: string
}>()
const metres = defineModel<number | null>('value', { required: true })
</script>

<template>
  <!-- The key: what stands in the field was written in the unit before. -->
  <NumberField :key="distanceUnit" v-bind="$props" v-model:value="metres" :unit="distanceUnit" :parse="parseDistance" :format="writeDistance" />
</template>
