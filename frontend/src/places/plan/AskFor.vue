<script setup lang="ts">
/** Requests of a situation, made and withdrawn where the value they move is shown. */
import { Checkbox } from 'ant-design-vue'
import type { OwnLook, Requests, WayToAsk } from '@/api/types'
import { same } from '@/saving/merge'
import { shutterText } from '@/shared/format'
import NamedSelect from '@/shared/NamedSelect.vue'
import NumberField from '@/shared/NumberField.vue'
import { parseNumber, parseShutter } from '@/shared/numbers'

const props = defineProps<{ ways: readonly WayToAsk[]; requests: Requests; looks: readonly OwnLook[] }>()
const emit = defineEmits<{ ask: [changes: Partial<Requests>] }>()

/** A look under the names the body itself has for it. */
function named(way: WayToAsk, id: string, label: string): string {
  const own = way.field === 'picture_profile' ? props.looks.filter((look) => look.like === id).map((look) => `“${look.name}”`) : []
  return own.length ? `${label}: ${own.join(', ')}` : label
}
const NOTHING = ''
const asked = (way: WayToAsk): unknown => props.requests[way.field as keyof Requests]
const chosen = (way: WayToAsk): string => way.options?.find((option) => same(option.value, asked(way)))?.id ?? NOTHING
const numberOf = (way: WayToAsk): number | null => {
  const now = asked(way)
  return typeof now === 'number' && now !== way.unasked ? now : null
}
const isTime = (way: WayToAsk): boolean => way.unit === 's' && way.field.startsWith('shutter')
const send = (way: WayToAsk, value: unknown): void => emit('ask', { [way.field]: value ?? way.unasked ?? null })
</script>

<template>
  <div class="asking">
    <template v-for="way in ways" :key="way.field">
      <NamedSelect
        v-if="way.kind === 'choice'"
        :label="`Ask for: ${way.label.toLowerCase()}`"
        :value="chosen(way)"
        :options="[
          { value: NOTHING, label: 'nothing asked' },
          ...(way.options ?? []).map(({ id, label }) => ({ value: id, label: named(way, id, label) })),
        ]"
        @update:value="(id: unknown) => send(way, way.options?.find((option) => option.id === id)?.value)" />
      <NumberField
        v-else-if="way.kind === 'number'"
        :label="`Ask for: ${way.label.toLowerCase()}`"
        :pointer="`/preferences/requests/${way.field}`"
        :unit="way.unit ?? ''"
        optional
        empty-means="nothing asked"
        :value="numberOf(way)"
        :parse="isTime(way) ? parseShutter : parseNumber"
        :format="isTime(way) ? shutterText : undefined"
        @update:value="(number) => send(way, number)" />
      <Checkbox v-else :checked="asked(way) === true" @update:checked="(on: boolean) => send(way, on ? true : null)">{{ way.label }}</Checkbox>
    </template>
  </div>
</template>

<style scoped>
.asking {
  display: grid;
  gap: 6px;
  margin: 6px 0;
}
</style>
