<script setup lang="ts">
/** Some settings with a value each, taken in and out by their owner: a look, a setup of one's own. */
import { computed } from 'vue'
import type { CatalogueEntry, SettingValue } from '@/api/types'
import NamedSelect from './NamedSelect.vue'
import StandingField from './StandingField.vue'
import { settingOf } from './tables'

type Values = Record<string, SettingValue['value']>
/** owner: whose values, as it is called; may: settings that can be added; pointer: where they lie in the document. */
const props = defineProps<{ owner: string; values: Values; may: readonly CatalogueEntry[]; pointer: string; placeholder: string }>()
const emit = defineEmits<{ change: [values: Values] }>()
const rows = computed(() => Object.entries(props.values).flatMap(([id, value]) => (settingOf(id) ? [{ item: settingOf(id)!, value }] : [])))
const free = computed(() => props.may.filter((item) => !(item.id in props.values)).map((item) => ({ value: item.id, label: item.label })))

function choose(id: string, value: SettingValue['value'] | undefined): void {
  const next: Values = { ...props.values }
  if (value === undefined) delete next[id]
  else next[id] = value
  emit('change', next)
}
function add(id: string): void {
  const item = settingOf(id)
  if (item) choose(id, item.usual ?? item.factory ?? item.options[0]?.id ?? (item.kind === 'flag' ? true : null)) // a number is typed
}
</script>

<template>
  <div v-for="{ item, value } in rows" :key="item.id" class="one">
    <RouterLink :to="`/atlas/settings/${item.id}`">{{ item.label }}</RouterLink>
    <StandingField :item="item" :value="value" :pointer="`${pointer}/${item.id}`" needed @choose="(chosen) => choose(item.id, chosen)" />
    <button class="link" :aria-label="`Take out ${item.label} of ${owner}`" @click="choose(item.id, undefined)">Take out</button>
  </div>
  <div class="one">
    <NamedSelect
      :key="rows.length"
      :label="`Add to ${owner}`"
      spoken
      show-search
      option-filter-prop="label"
      :value="undefined"
      :placeholder="placeholder"
      :options="free"
      @update:value="(id: unknown) => add(String(id))" />
    <slot />
  </div>
</template>

<style scoped>
.one {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
}

.one > a {
  width: 150px;
}

.one > :deep(.field) {
  flex: 0 1 250px;
}
</style>
