<script setup lang="ts">
/** The foundation: what this photographer sets on any body. Empty means: as is usual. */
import { Button, Input, Switch } from 'ant-design-vue'
import { computed, ref } from 'vue'
import type { CatalogueEntry, SettingValue } from '@/api/types'
import { edit } from '@/saving/undo'
import { useFoundation } from '@/planning/useFoundation'
import HistoryButton from '@/shared/HistoryButton.vue'
import { newId } from '@/shared/ids'
import LineField from '@/shared/LineField.vue'
import NamedSelect from '@/shared/NamedSelect.vue'
import { sayValue, tables } from '@/shared/tables'
import { useOpenThing } from '@/shell/open'

type Value = SettingValue['value']
const shownId = ref<string>()
const { entry: saved, document, all, change } = useFoundation(() => shownId.value)
const choices = computed(() => all.value.map((each) => ({ value: each.id, label: each.title })))

/** For a second photographer: a situation says which foundation lies under its plan. */
function addAnother(): void {
  const id = newId()
  edit('foundations', { id, title: `Foundation ${all.value.length + 1}`, settings: {}, reviewed: [] })
  shownId.value = id
}
const sought = ref('')
const onlyOwn = ref(false)
const own = computed(() => document.value?.settings ?? {})
const count = computed(() => Object.keys(own.value).length)

/** Numbers are left to the situation; what is chosen or switched can be a habit. */
const settable = computed(() => (tables.value?.settings ?? []).filter((item) => item.options.length > 0 || item.kind === 'flag'))
const groups = computed(() => {
  const words = sought.value.trim().toLowerCase()
  const found = new Map<string, CatalogueEntry[]>()
  for (const item of settable.value) {
    if (onlyOwn.value && !(item.id in own.value)) continue
    if (words && !`${item.label} ${item.group} ${item.explanation}`.toLowerCase().includes(words)) continue
    found.set(item.group, [...(found.get(item.group) ?? []), item])
  }
  return [...found]
})

const AS_USUAL = '—'
function optionsOf(item: CatalogueEntry): { value: string; label: string }[] {
  const options =
    item.kind === 'flag'
      ? [
          { value: 'true', label: 'on' },
          { value: 'false', label: 'off' },
        ]
      : item.options.map((option) => ({ value: option.id, label: option.label }))
  const usual = item.usual === null || item.usual === undefined ? 'the situation decides' : `as usual: ${sayValue(item, item.usual)}`
  return [{ value: AS_USUAL, label: usual }, ...options]
}
function chosen(item: CatalogueEntry): string {
  const held = own.value[item.id]
  return held === undefined ? AS_USUAL : String(held)
}
function choose(item: CatalogueEntry, text: string): void {
  change((now) => {
    const settings: Record<string, Value> = { ...now.settings }
    delete settings[item.id]
    if (text !== AS_USUAL) settings[item.id] = item.kind === 'flag' ? text === 'true' : text
    return { settings, reviewed: [] } // what was set on the bodies no longer holds
  }, item.id)
}
useOpenThing(() => 'Foundation')
</script>

<template>
  <div class="page">
    <p><RouterLink to="/gear">Gear</RouterLink></p>
    <div class="page-head">
      <h1>Foundation</h1>
      <p class="soft">
        What you set on any body. {{ count ? `${count} ${count === 1 ? 'value is' : 'values are'} your own` : 'Nothing of your own yet' }}; genre,
        situation and pins stand over it.
      </p>
      <HistoryButton v-if="saved" :id="saved.id" kind="foundations" />
    </div>
    <p v-if="saved?.state === 'refused'" class="stop" role="alert">{{ saved.problem?.message }}</p>
    <div v-if="saved" class="which">
      <NamedSelect
        v-if="choices.length > 1"
        label="Whose foundation"
        :value="saved.id"
        :options="choices"
        @update:value="(id: unknown) => (shownId = String(id))" />
      <div v-if="choices.length > 1 && document" class="field">
        <span class="caption" aria-hidden="true">Its name</span>
        <LineField
          label="Its name"
          pointer="/title"
          :value="document.title"
          @change="(title) => change(() => ({ title: title.trim() || 'Foundation' }), 'title')" />
      </div>
      <Button @click="addAnother">Another, for another photographer</Button>
    </div>
    <div class="filters">
      <Input v-model:value="sought" placeholder="Search the settings" aria-label="Search the settings" allow-clear />
      <label><Switch v-model:checked="onlyOwn" size="small" aria-label="Only my own" /> only my own</label>
    </div>
    <p v-if="!groups.length" class="empty">
      {{ onlyOwn && !sought ? 'You have set nothing of your own: what is usual holds.' : 'No setting by that name.' }}
    </p>
    <section v-for="[group, items] in groups" :key="group">
      <h2>{{ group }}</h2>
      <div v-for="item in items" :key="item.id" class="row">
        <RouterLink :to="`/atlas/settings/${item.id}`">{{ item.label }}</RouterLink>
        <NamedSelect
          spoken
          :label="item.label"
          :value="chosen(item)"
          :options="optionsOf(item)"
          :class="{ own: item.id in own }"
          @update:value="(value: unknown) => choose(item, String(value))" />
        <span class="soft">{{ item.usual_because || 'Holds where the situation does not decide.' }}</span>
      </div>
    </section>
  </div>
</template>

<style scoped>
.which {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: end;
  margin-bottom: 10px;
}

.filters {
  display: flex;
  gap: 8px 18px;
  align-items: center;
  max-width: 520px;
}

.filters label {
  white-space: nowrap;
}

h2 {
  margin: 16px 0 4px;
}

.row {
  display: grid;
  grid-template-columns: 190px 250px minmax(0, 1fr);
  gap: 4px 16px;
  align-items: center;
  padding: 3px 0;
  border-top: 1px solid var(--rule);
}

.own {
  font-weight: 600;
}

@media (max-width: 760px) {
  .row {
    grid-template-columns: 1fr;
  }
}
</style>
