<script setup lang="ts">
/** Standing values that differ by genre, by body or in dim places; narrower wins. */
import { Checkbox } from 'ant-design-vue'
import { computed } from 'vue'
import type { Standing } from '@/api/types'
import { optionsOf } from '@/planning/labels'
import { currentOf, loadKind, useEntries } from '@/saving/documents'
import NamedSelect from '@/shared/NamedSelect.vue'
import NumberField from '@/shared/NumberField.vue'
import { settingOf, tables, takesNumber } from '@/shared/tables'
import StandingField from '@/shared/StandingField.vue'

const props = defineProps<{ standing: readonly Standing[] }>()
const emit = defineEmits<{ change: [next: Standing[]] }>()
loadKind('bodies').catch(() => undefined)
const bodyEntries = useEntries('bodies')
const ANY = ''
const bodies = computed(() => [
  { value: ANY, label: 'on any body' },
  ...bodyEntries.value.map((entry) => ({ value: entry.id, label: `on ${currentOf(entry)?.name ?? entry.id}` })),
])
const genres = optionsOf<NonNullable<Standing['genres']>[number]>('genre')
const all = computed(() => (tables.value?.settings ?? []).map((item) => ({ value: item.id, label: item.label })))
const rows = computed(() => props.standing.flatMap((each, at) => (settingOf(each.setting) ? [{ each, at, item: settingOf(each.setting)! }] : [])))

function put(at: number, changes: Partial<Standing>): void {
  emit(
    'change',
    props.standing.map((each, k) => (k === at ? { ...each, ...changes } : each)),
  )
}
function add(id: string): void {
  const item = settingOf(id)
  if (!item) return
  const first = item.usual ?? item.factory ?? item.options[0]?.id ?? (item.kind === 'flag' ? true : null) // a number is typed
  emit('change', [
    ...props.standing,
    { setting: item.id, value: first, genres: [], up_to: null, body_id: null, darker_than_ev: null, insists: false },
  ])
}
const remove = (at: number): void =>
  emit(
    'change',
    props.standing.filter((_, k) => k !== at),
  )
</script>

<template>
  <section class="where" aria-label="Where it differs">
    <h2>Where it differs</h2>
    <p class="soft">By genre, on one body, or in dim places. The narrower wins; a number of the case still goes before it, unless you hold it.</p>
    <div v-for="{ each, at, item } in rows" :key="at" class="one">
      <RouterLink :to="`/atlas/settings/${item.id}`">{{ item.label }}</RouterLink>
      <StandingField
        :item="item"
        :value="each.value"
        :pointer="`/standing/${at}/value`"
        needed
        @choose="(value) => put(at, { value: value ?? null })" />
      <NumberField
        v-if="takesNumber(item) && !each.insists"
        :label="`${item.label}, up to`"
        spoken
        :pointer="`/standing/${at}/up_to`"
        :unit="`${item.unit ?? ''} at most`"
        optional
        empty-means="no band"
        :value="each.up_to ?? null"
        @update:value="(up_to) => put(at, { up_to })" />
      <NamedSelect
        :label="`${item.label}: in which genres`"
        spoken
        mode="multiple"
        placeholder="in every genre"
        :value="each.genres ?? []"
        :options="genres"
        @update:value="(chosen: unknown) => put(at, { genres: chosen as Standing['genres'] })" />
      <template v-if="!each.insists">
        <NamedSelect
          :label="`${item.label}: on which body`"
          spoken
          :value="each.body_id ?? ANY"
          :options="bodies"
          @update:value="(id: unknown) => put(at, { body_id: id ? String(id) : null })" />
        <NumberField
          :label="`${item.label}: darker than`"
          spoken
          :pointer="`/standing/${at}/darker_than_ev`"
          unit="EV or less"
          optional
          empty-means="any light"
          :least="-20"
          :most="40"
          :value="each.darker_than_ev ?? null"
          @update:value="(darker_than_ev) => put(at, { darker_than_ev })" />
      </template>
      <Checkbox
        :checked="each.insists"
        :disabled="!each.genres?.length"
        @update:checked="(insists: boolean) => put(at, { insists, ...(insists ? { up_to: null, body_id: null, darker_than_ev: null } : {}) })">
        held there
      </Checkbox>
      <button class="link" :aria-label="`Remove ${item.label}`" @click="remove(at)">Remove</button>
    </div>
    <NamedSelect
      :key="standing.length"
      label="Add a setting that differs"
      :value="undefined"
      show-search
      option-filter-prop="label"
      placeholder="Search the settings"
      :options="all"
      class="add"
      @update:value="(id: unknown) => add(String(id))" />
  </section>
</template>

<style scoped>
.one {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
  padding: 5px 0;
  border-top: 1px solid var(--rule);
}

.one > a {
  width: 110px;
}

.one > .field {
  flex: 1 1 130px;
}

.add {
  width: 100%;
  max-width: 320px;
}
</style>
