<script setup lang="ts">
/** One saved setup: its card, its title, note and tags, its versions. Its values do not change: an edit is a version. */
import { Button } from 'ant-design-vue'
import { computed, defineAsyncComponent, ref } from 'vue'
import { useRouter } from 'vue-router'
import type { Assessment, SavedSetup, SettingValue } from '@/api/types'
import { inFeet } from '@/api/said'
import { plainCopy } from '@/saving/merge'
import { edit } from '@/saving/undo'
import { apertureText, isoText, shutterWithUnit } from '@/shared/format'
import HistoryButton from '@/shared/HistoryButton.vue'
import NamedSelect from '@/shared/NamedSelect.vue'
import { isImperial } from '@/shared/units'
import { useShortcuts } from '@/shared/shortcuts'
import TextField from '@/shared/TextField.vue'
import WhileOpening from '@/shared/WhileOpening.vue'
import { useOpenThing } from '@/shell/open'
import CardSheet from '@/camera/CardSheet.vue'
import { download } from '@/shared/download'
import { duplicateOf, type Listed, nextVersion, rootOf, tagsOf } from './library'
import { useSetupList, useSetups } from './useLibrary'

const SetupEditor = defineAsyncComponent(() => import('./SetupEditor.vue'))
const TransferDialog = defineAsyncComponent(() => import('./TransferDialog.vue'))
const props = defineProps<{ id: string }>()
const router = useRouter()
const { setups, families } = useSetupList()
const { loaded, failed, setups: opened } = useSetups(() => [props.id])
const setup = computed(() => opened.value[0])
const read = computed(() => (isImperial.value && setup.value ? inFeet(setup.value) : setup.value!))
const family = computed(() => families.value.find((each) => setup.value && each.root === rootOf(setup.value)))
const next = computed(() => Math.max(1, ...(family.value?.versions ?? []).map((each) => each.version)) + 1)
const before = computed(() => family.value?.versions.find((each) => each.version < (setup.value?.version ?? 1)))
const editing = ref(false)
const moving = ref(false)
const headline = computed(() => {
  const choice = setup.value?.choice
  return choice ? `${shutterWithUnit(choice.shutter_s)} · ${apertureText(choice.aperture)} · ISO ${isoText(choice.iso)}` : ''
})
const day = (saved: Listed | SavedSetup): string => saved.saved_at.slice(0, 16).replace('T', ' ')
const circumstances = computed(() =>
  setup.value
    ? `${setup.value.body.name}, ${setup.value.lens.name} at ${Math.round(setup.value.choice.focal_length_mm)} mm · saved ${day(setup.value)}`
    : '',
)
const known = computed(() => tagsOf(setups.value).map((tag) => ({ value: tag, label: tag })))

function describe(changes: Partial<Pick<SavedSetup, 'title' | 'note' | 'tags'>>): void {
  if (setup.value) edit('setups', { ...setup.value, ...changes }, Object.keys(changes).join())
}
function keep(fresh: SavedSetup): void {
  edit('setups', plainCopy(fresh))
  void router.push(`/setups/${fresh.id}`)
}
function saveVersion(changed: Record<string, SettingValue['value']>, weighed: Assessment): void {
  editing.value = false
  keep(nextVersion(setup.value!, family.value!, changed, weighed))
}
function saveMoved(moved: SavedSetup): void {
  moving.value = false
  keep(moved)
}
const print = (): void => window.print()
const take = (): void => download(`${props.id}.json`, JSON.stringify(setup.value, null, 1), 'application/json')
useOpenThing(() => setup.value?.title ?? '')
useShortcuts([{ keys: 'E', does: 'Change values (a new version)', run: () => (editing.value = true) }])
</script>

<template>
  <WhileOpening v-if="!setup || !family" :loaded="loaded" :failed="failed" what="setup" :back="{ to: '/setups', label: 'To the setups' }" />
  <div v-else class="page">
    <div class="page-head no-print">
      <RouterLink to="/setups">All setups</RouterLink>
      <div class="actions">
        <Button type="primary" @click="editing = true">Change values</Button>
        <Button @click="keep(duplicateOf(setup))">Duplicate</Button>
        <Button @click="moving = true">To another body</Button>
        <Button @click="print">Print</Button>
        <Button @click="take">JSON</Button>
      </div>
    </div>
    <div class="two">
      <CardSheet :plan="read" :shoot="setup.tags.join(', ')" :title="setup.title" :headline="headline" :circumstances="circumstances" />
      <aside class="about no-print">
        <TextField label="Title" pointer="/title" needed :value="setup.title" @update:value="(title: string) => describe({ title })" />
        <TextField label="Note" pointer="/note" long :value="setup.note" @update:value="(note: string) => describe({ note })" />
        <NamedSelect
          label="Tags"
          mode="tags"
          :value="[...setup.tags]"
          :options="known"
          placeholder="Type a tag, Enter"
          @update:value="
            (tags: unknown) =>
              describe({
                tags: (tags as string[])
                  .map((tag) => tag.trim().slice(0, 40))
                  .filter(Boolean)
                  .slice(0, 20),
              })
          " />
        <section>
          <h3>Versions</h3>
          <p v-for="each in family.versions" :key="each.id" class="version" :class="{ on: each.id === id }">
            <RouterLink :to="`/setups/${each.id}`">Version {{ each.version }}</RouterLink> <span class="soft">{{ day(each) }}</span>
          </p>
          <RouterLink v-if="before" :to="`/setups/compare?ids=${before.id},${id}`">Compare with version {{ before.version }}</RouterLink>
          <p class="soft">Saved values stay as they are. Changing one makes version {{ next }}.</p>
          <HistoryButton :id="id" kind="setups" />
        </section>
      </aside>
    </div>
    <SetupEditor v-if="editing" :saved="setup" :version="next" @close="editing = false" @save="saveVersion" />
    <TransferDialog v-if="moving" :saved="setup" @close="moving = false" @save="saveMoved" />
  </div>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 264px;
  gap: 20px;
  align-items: start;
}

.about {
  display: grid;
  gap: 10px;
}

.version.on a {
  color: var(--ink);
  font-weight: 600;
  text-decoration: none;
}

@media (max-width: 900px) {
  .two {
    grid-template-columns: 1fr;
  }
}

@media print {
  .two {
    display: block;
  }
}
</style>
