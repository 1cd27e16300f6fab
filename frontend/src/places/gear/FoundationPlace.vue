<script setup lang="ts">
/** The foundation: how this photographer's camera stands on any day. Empty means: as is usual. */
import { Button, Input, Switch } from 'ant-design-vue'
import { computed, ref } from 'vue'
import type { CatalogueEntry, SettingValue } from '@/api/types'
import { edit } from '@/saving/undo'
import OwnWord from '@/shared/OwnWord.vue'
import FileButton from '@/shared/FileButton.vue'
import { blankFoundation, useFoundation } from '@/planning/useFoundation'
import HistoryButton from '@/shared/HistoryButton.vue'
import { newId } from '@/shared/ids'
import LineField from '@/shared/LineField.vue'
import NamedSelect from '@/shared/NamedSelect.vue'
import { provideFieldProblems } from '@/shared/problems'
import { tables } from '@/shared/tables'
import { useOpenThing } from '@/shell/open'
import FileReport from './FileReport.vue'
import FoundationWhere from './FoundationWhere.vue'
import OwnFigures from './OwnFigures.vue'
import OwnLooks from './OwnLooks.vue'
import OwnSchools from './OwnSchools.vue'
import StandingRow from './StandingRow.vue'
import { useKitFile } from './useKitFile'

type Value = SettingValue['value']
const shownId = ref<string>()
const { entry: saved, document, all, change } = useFoundation(() => shownId.value)
const choices = computed(() => all.value.map((each) => ({ value: each.id, label: each.title })))

/** For a second photographer: a situation says which foundation lies under its plan. */
function addAnother(): void {
  const fresh = blankFoundation(`Foundation ${all.value.length + 1}`)
  edit('foundations', fresh)
  shownId.value = fresh.id
}
const sought = ref('')
const onlyOwn = ref(false)
const own = computed(() => document.value?.settings ?? {})
const count = computed(() => Object.keys(own.value).length)

const groups = computed(() => {
  const words = sought.value.trim().toLowerCase()
  const found = new Map<string, CatalogueEntry[]>()
  for (const item of tables.value?.settings ?? []) {
    if (onlyOwn.value && !(item.id in own.value)) continue
    if (words && !`${item.label} ${item.group} ${item.explanation}`.toLowerCase().includes(words)) continue
    found.set(item.group, [...(found.get(item.group) ?? []), item])
  }
  return [...found]
})

function choose(item: CatalogueEntry, value: Value | undefined): void {
  change((now) => {
    const settings: Record<string, Value> = { ...now.settings }
    if (value === undefined) delete settings[item.id]
    else settings[item.id] = value
    return { settings, reviewed: [] } // what was set on the bodies no longer holds
  }, item.id)
}
const { said, leftOut, save, read } = useKitFile('foundations', (id) => (shownId.value = id))
function duplicate(): void {
  if (!document.value) return
  const id = newId()
  edit('foundations', { ...document.value, id, title: `${document.value.title} (copy)`.slice(0, 120), reviewed: [] })
  shownId.value = id
}
provideFieldProblems(() => saved.value)
useOpenThing(() => 'Foundation')
</script>

<template>
  <div class="page">
    <p><RouterLink to="/gear">Gear</RouterLink></p>
    <div class="page-head">
      <h1>Foundation <OwnWord word="Foundation" /></h1>
      <p class="soft">
        How your camera stands on any day. {{ count ? `${count} ${count === 1 ? 'value is' : 'values are'} your own.` : 'Nothing of your own yet.' }}
        What you set holds unless a number of the case forbids it, and the plan says which.
      </p>
      <HistoryButton v-if="saved" :id="saved.id" kind="foundations" />
    </div>
    <p v-if="saved?.state === 'refused'" class="stop" role="alert">{{ saved.problem?.message }}</p>
    <div class="which">
      <NamedSelect
        v-if="saved && choices.length > 1"
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
      <Button v-if="saved" @click="addAnother">Another, for another photographer</Button>
      <Button v-if="saved" @click="duplicate">Copy this one</Button>
      <Button v-if="document" @click="save(document)">Save as a file</Button>
      <FileButton label="Foundation file" accept=".json,application/json" @file="read">Read a file</FileButton>
    </div>
    <FileReport :said="said" :left-out="leftOut" />
    <FoundationWhere :standing="document?.standing ?? []" @change="(standing) => change(() => ({ standing, reviewed: [] }), 'standing')" />
    <OwnLooks :looks="document?.looks ?? []" @change="(looks, what) => change(() => ({ looks }), what)" />
    <OwnFigures :figures="document?.figures ?? {}" @change="(figures, what) => change(() => ({ figures }), what)" />
    <section aria-label="Your schools">
      <h2>Your schools <OwnWord word="School" /></h2>
      <p class="soft">Where practitioners disagree: your answer holds wherever a situation gives none of its own.</p>
      <OwnSchools :own="document?.schools ?? {}" @change="(schools, question) => change(() => ({ schools }), `schools/${question}`)" />
    </section>
    <h2>On any day <OwnWord word="Standing value" /></h2>
    <div class="filters">
      <Input v-model:value="sought" placeholder="Search the settings" aria-label="Search the settings" allow-clear />
      <label><Switch v-model:checked="onlyOwn" size="small" aria-label="Only my own" /> only my own</label>
    </div>
    <p v-if="!groups.length" class="empty">
      {{ onlyOwn && !sought ? 'You have set nothing of your own: what is usual holds.' : 'No setting by that name.' }}
    </p>
    <section v-for="[group, items] in groups" :key="group">
      <h2>{{ group }}</h2>
      <StandingRow
        v-for="item in items"
        :key="item.id"
        :item="item"
        :value="own[item.id]"
        :note="item.usual_because ?? ''"
        @choose="(value) => choose(item, value)" />
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
</style>
