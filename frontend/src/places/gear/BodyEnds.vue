<script setup lang="ts">
/** The least and most a body has of a number: thresholds, steps of a look, compensation. What is not listed is taken to be free. */
import { computed, ref } from 'vue'
import type { Body, SettingId } from '@/api/types'
import NamedSelect from '@/shared/NamedSelect.vue'
import NumberField from '@/shared/NumberField.vue'
import { settingOf, tables, takesNumber } from '@/shared/tables'

type Ends = Body['number_ends'][number]
const props = defineProps<{ body: Body }>()
const emit = defineEmits<{ change: [changes: Partial<Body>] }>()
const adding = ref<string>()
const choosable = computed(() =>
  (tables.value?.settings ?? [])
    .filter((entry) => takesNumber(entry) && !props.body.number_ends.some((each) => each.setting === entry.id))
    .map((entry) => ({ value: entry.id, label: entry.label })),
)
const put = (ends: Ends[]): void => emit('change', { number_ends: ends })
const change = (at: number, part: Partial<Ends>): void => put(props.body.number_ends.map((each, k) => (k === at ? { ...each, ...part } : each)))
function add(setting: unknown): void {
  adding.value = undefined
  put([...props.body.number_ends, { setting: String(setting) as SettingId, low: null, high: null }])
}
</script>

<template>
  <section class="gear-part" aria-label="Numbers it keeps within">
    <h2>Numbers it keeps within</h2>
    <NamedSelect
      v-model:value="adding"
      spoken
      label="A number with ends"
      placeholder="A number with ends"
      show-search
      option-filter-prop="label"
      :options="choosable"
      @change="add" />
    <div v-for="(each, at) in body.number_ends" :key="each.setting" class="one">
      <span>{{ settingOf(each.setting)?.label ?? each.setting }}</span>
      <NumberField
        :label="`Least, ${settingOf(each.setting)?.unit ?? ''}`"
        :pointer="`/number_ends/${at}/low`"
        optional
        empty-means="open"
        late
        :value="each.low ?? null"
        @update:value="(low) => change(at, { low })" />
      <NumberField
        :label="`Most, ${settingOf(each.setting)?.unit ?? ''}`"
        :pointer="`/number_ends/${at}/high`"
        optional
        empty-means="open"
        late
        :value="each.high ?? null"
        @update:value="(high) => change(at, { high })" />
      <button type="button" class="link" @click="put(body.number_ends.filter((_, k) => k !== at))">It has all of it</button>
    </div>
  </section>
</template>

<style scoped>
.one {
  display: grid;
  grid-template-columns: 220px 130px 130px auto;
  gap: 4px 14px;
  align-items: end;
  padding: 4px 0;
  border-top: 1px solid var(--rule);
}

@media (max-width: 760px) {
  .one {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
