<script setup lang="ts">
/** Values changed by hand, with the findings they cause while they are changed; saved as the next version. */
import { useQuery } from '@tanstack/vue-query'
import { Button, Drawer, Input } from 'ant-design-vue'
import { computed, ref } from 'vue'
import type { Assessment, CatalogueEntry, SavedSetup, SettingValue } from '@/api/types'
import { sayValue, settingOf, tables } from '@/shared/tables'
import ValueField from '@/shared/ValueField.vue'
import { pinsOf, withValues } from './library'
import { caseOf, weigh } from './useLibrary'
import { useReturningFocus } from '@/shared/useReturningFocus'

type Value = SettingValue['value']
const props = defineProps<{ saved: SavedSetup; version: number }>()
const emit = defineEmits<{ close: []; save: [changed: Record<string, Value>, weighed: Assessment] }>()
const changed = ref<Record<string, Value>>({})
const sought = ref('')
const count = computed(() => Object.keys(changed.value).length)
const edited = computed(() => withValues(props.saved.setup, changed.value))

const editable = (entry: CatalogueEntry): boolean => entry.kind !== 'range' && props.saved.setup.settings[entry.id] !== undefined
const groups = computed(() => {
  const words = sought.value.trim().toLowerCase()
  const found = new Map<string, CatalogueEntry[]>()
  for (const entry of tables.value?.settings ?? []) {
    if (!editable(entry) || (words && !`${entry.label} ${entry.group}`.toLowerCase().includes(words))) continue
    found.set(entry.group, [...(found.get(entry.group) ?? []), entry])
  }
  return [...found]
})
const valueOf = (id: string): Value => (id in changed.value ? changed.value[id]! : props.saved.setup.settings[id]!.value)

function set(entry: CatalogueEntry, value: Value): void {
  const next = { ...changed.value }
  if (value === props.saved.setup.settings[entry.id]!.value || value === null) delete next[entry.id]
  else next[entry.id] = value
  changed.value = next
}
const said = (id: string, value: Value): string => sayValue(settingOf(id)!, value)

const weighed = useQuery({
  queryKey: computed(() => ['weighed', props.saved.id, changed.value]),
  queryFn: () => weigh(caseOf(props.saved), edited.value, pinsOf(changed.value)),
  placeholderData: (before) => before,
})
const settled = computed(() =>
  ['shutter_s', 'aperture', 'iso']
    .filter((id) => !(id in changed.value) && weighed.data.value?.setup.settings[id]?.value !== props.saved.setup.settings[id]?.value)
    .map((id) => (id === 'iso' ? 'ISO ' : '') + said(id, weighed.data.value!.setup.settings[id]!.value))
    .join(', '),
)
const isNew = (code: string): boolean => !props.saved.findings.some((finding) => finding.code === code)
const findings = computed(() => (weighed.data.value?.findings ?? []).filter((finding) => finding.level !== 'note' || isNew(finding.code)))
const gone = computed(() =>
  props.saved.findings.filter((finding) => weighed.data.value && !weighed.data.value.findings.some((now) => now.code === finding.code)),
)
const save = (): void => {
  if (weighed.data.value && !weighed.isFetching.value) emit('save', changed.value, weighed.data.value)
}
useReturningFocus(() => emit('close'))
</script>

<template>
  <Drawer open :title="`Change values: becomes version ${version}`" :width="620" @close="emit('close')">
    <template #extra>
      <Button type="primary" :disabled="!count || !weighed.data.value || weighed.isFetching.value" @click="save">Save version {{ version }}</Button>
    </template>
    <section class="now" aria-live="polite">
      <p v-if="!count" class="soft">Nothing changed yet. The version you started from stays as it is.</p>
      <p v-for="(value, id) in changed" :key="id">
        {{ settingOf(String(id))!.label }}: {{ said(String(id), saved.setup.settings[id]!.value) }} → <b>{{ said(String(id), value) }}</b>{{ ' ' }}
        <button class="link" @click="set(settingOf(String(id))!, saved.setup.settings[id]!.value)">Put back</button>
      </p>
      <p v-if="count && weighed.data.value && settled" class="soft">The body then settles at {{ settled }}.</p>
      <p v-if="weighed.error.value" class="stop" role="alert">{{ weighed.error.value.message }}</p>
      <p v-for="finding in findings" :key="finding.code" :class="finding.level === 'stop' ? 'stop' : 'cost'">
        <b>{{ isNew(finding.code) ? 'New: ' : '' }}{{ finding.title }}.</b> {{ finding.sentence }}
      </p>
      <p v-for="finding in gone" :key="`gone-${finding.code}`" class="soft">Answered: {{ finding.title }}.</p>
    </section>
    <Input v-model:value="sought" placeholder="Search the settings" aria-label="Search the settings" allow-clear />
    <p v-if="!groups.length" class="empty">This setup holds no setting by that name.</p>
    <section v-for="[group, entries] in groups" :key="group">
      <h3>{{ group }}</h3>
      <div class="values">
        <ValueField
          v-for="entry in entries"
          :key="entry.id"
          :entry="entry"
          :body="saved.body"
          :pointer="`/versions/${saved.id}/${entry.id}`"
          :value="valueOf(entry.id)"
          @update:value="(value: Value) => set(entry, value)" />
      </div>
    </section>
  </Drawer>
</template>

<style scoped>
.now {
  display: grid;
  gap: 4px;
  margin-bottom: 12px;
}

h3 {
  margin: 14px 0 4px;
  padding-top: 5px;
  border-top: 1px solid var(--rule);
}

.values {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(240px, 1fr));
  gap: 6px 16px;
}
</style>
