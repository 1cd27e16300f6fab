<script setup lang="ts">
/** One setting's value, edited as its kind asks: an option, on or off, or a number with its unit. */
import { computed } from 'vue'
import type { Body, CatalogueEntry, SettingValue } from '@/api/types'
import NamedSelect from './NamedSelect.vue'
import NumberField from './NumberField.vue'
import { parseIso, parseNumber, parseShutter, type Parse } from './numbers'
import { sayValue } from './tables'
import { useSupported } from './useSupported'

type Value = SettingValue['value']
const props = defineProps<{ entry: CatalogueEntry; body: Body; pointer: string }>()
const value = defineModel<Value>('value', { required: true })

const { optionsOn } = useSupported(() => props.body)
/** Only what the body has. */
const options = computed(() => {
  const { entry } = props
  if (entry.kind === 'flag')
    return [
      { value: 'true', label: 'on' },
      { value: 'false', label: 'off' },
    ]
  const has = optionsOn(entry)
  return (has === 'none' ? entry.options : has).map((option) => ({ value: option.id, label: option.label }))
})
const chosen = computed(() => (value.value === null || value.value === undefined ? undefined : String(value.value)))
const choose = (text: unknown): void => void (value.value = props.entry.kind === 'flag' ? text === 'true' : String(text))
const number = computed({ get: () => (typeof value.value === 'number' ? value.value : null), set: (next) => (value.value = next) })
const PARSERS: Record<string, Parse> = { s: parseShutter, ISO: parseIso }
const parse = computed(() =>
  props.entry.id.includes('shutter') || props.entry.unit === 'ISO' || props.entry.id === 'flash_slowest_s'
    ? (PARSERS[props.entry.unit ?? ''] ?? parseNumber)
    : parseNumber,
)
const format = (each: number): string => sayValue(props.entry, each)
</script>

<template>
  <NamedSelect
    v-if="entry.options.length || entry.kind === 'flag'"
    :label="entry.label"
    :value="chosen"
    :options="options"
    show-search
    option-filter-prop="label"
    @update:value="choose" />
  <NumberField v-else v-model:value="number" :label="entry.label" :pointer="pointer" :format="format" :parse="parse" optional empty-means="not set" />
</template>
