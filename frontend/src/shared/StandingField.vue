<script setup lang="ts">
/** A standing value of any setting: an option, a switch or a number; empty where there is none. */
import { computed } from 'vue'
import type { CatalogueEntry, SettingValue } from '@/api/types'
import { shutterText } from '@/shared/format'
import NamedSelect from '@/shared/NamedSelect.vue'
import NumberField from '@/shared/NumberField.vue'
import { parseNumber, parseShutter } from '@/shared/numbers'
import { sayValue, takesNumber } from '@/shared/tables'

type Value = SettingValue['value']
/** proposed: what we would set, in words, where it is known. */
const props = defineProps<{ item: CatalogueEntry; value: Value | undefined; pointer: string; needed?: boolean; proposed?: string }>()
const emit = defineEmits<{ choose: [value: Value | undefined] }>()

const AS_USUAL = '—'
const isTime = computed(() => props.item.unit === 's')
const usually = computed(() =>
  props.proposed !== undefined
    ? `as proposed: ${props.proposed}`
    : props.item.usual === null || props.item.usual === undefined
      ? 'the situation decides'
      : `as usual: ${sayValue(props.item, props.item.usual)}`,
)
const options = computed(() => {
  const all =
    props.item.kind === 'flag'
      ? [
          { value: 'true', label: 'on' },
          { value: 'false', label: 'off' },
        ]
      : props.item.options.map((option) => ({ value: option.id, label: option.label }))
  return props.needed ? all : [{ value: AS_USUAL, label: usually.value }, ...all]
})

function choose(text: string): void {
  if (text === AS_USUAL) emit('choose', undefined)
  else emit('choose', props.item.kind === 'flag' ? text === 'true' : text)
}
</script>

<template>
  <NumberField
    v-if="takesNumber(item)"
    spoken
    :label="item.label"
    :pointer="pointer"
    :unit="item.unit ?? ''"
    :optional="!needed"
    :empty-means="usually"
    :value="typeof value === 'number' ? value : null"
    :parse="isTime ? parseShutter : parseNumber"
    :format="isTime ? shutterText : undefined"
    @update:value="(number) => emit('choose', number ?? undefined)" />
  <NamedSelect
    v-else
    spoken
    :label="item.label"
    :value="value === undefined ? AS_USUAL : String(value)"
    :options="options"
    @update:value="(chosen: unknown) => choose(String(chosen))" />
</template>
