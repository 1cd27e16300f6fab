<script setup lang="ts">
/** A speed typed in the reader's unit; the document holds metres per second. */
import { parseNumber } from './numbers'
import NumberField from './NumberField.vue'
import { speedFromShown, speedToShown, speedUnit } from './units'

defineProps<{ label: string; pointer: string; least?: number; most?: number; late?: boolean }>()
const metresPerSecond = defineModel<number | null>('value', { required: true })

function parse(text: string): number | null {
  const number = parseNumber(text.replace(/\s*(m\/s|mph)$/i, ''))
  return typeof number === 'number' ? speedFromShown(number) : null
}
const write = (value: number): string => String(speedToShown(value))
</script>

<template>
  <NumberField :key="speedUnit" v-bind="$props" v-model:value="metresPerSecond" :unit="speedUnit" :parse="parse" :format="write" />
</template>
