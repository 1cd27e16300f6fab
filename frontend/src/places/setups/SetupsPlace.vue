<script setup lang="ts">
/** The library of saved setups: open, take along as JSON, import, delete. */
import { Button, Popconfirm } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { answered, client, Problem } from '@/api/client'
import type { SavedSetup } from '@/api/types'
import { currentOf, loadKind, reloadKind, useEntries } from '@/saving/documents'
import { removeWithUndo } from '@/saving/undo'
import { apertureText, isoText, shutterWithUnit } from '@/shared/format'
import { useOpenThing } from '@/shell/open'
import { download } from '../card/download'

const failed = ref('')
const report = ref<{ title: string; kept: number; dropped: string[]; renamed: boolean } | null>(null)
const loaded = ref(false)
loadKind('setups')
  .catch((error: Error) => (failed.value = error.message))
  .finally(() => (loaded.value = true))
const entries = useEntries('setups')
const setups = computed(() => entries.value.map((entry) => currentOf(entry)!).sort((a, b) => b.saved_at.localeCompare(a.saved_at)))
const picker = ref<HTMLInputElement | null>(null)

async function importFile(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  if (!file) return
  failed.value = ''
  report.value = null
  try {
    const text = await file.text()
    const answer = await answered(client.POST('/api/v1/setups/import', { body: { text } }))
    await reloadKind('setups')
    report.value = { title: answer.saved.document.title, kept: answer.kept, dropped: answer.dropped, renamed: answer.renamed }
  } catch (error) {
    failed.value = error instanceof Problem ? `${file.name}: ${error.message}` : `${file.name} could not be read.`
  } finally {
    input.value = ''
  }
}

function take(setup: SavedSetup): void {
  const name = setup.title.replace(/[^\p{L}\p{N}]+/gu, '-').toLowerCase()
  download(`${name}.json`, JSON.stringify(setup, null, 1), 'application/json')
}

async function remove(id: string): Promise<void> {
  try {
    await removeWithUndo('setups', id)
  } catch (error) {
    failed.value = (error as Error).message
  }
}
useOpenThing(() => '')
</script>

<template>
  <div class="page">
    <div class="page-head">
      <h1>Setups</h1>
      <div class="actions">
        <input ref="picker" class="visually-hidden" type="file" accept=".json,application/json" aria-label="Setup file" tabindex="-1" @change="importFile" />
        <Button @click="picker?.click()">Import a setup</Button>
      </div>
    </div>
    <p v-if="failed" class="stop" role="alert">{{ failed }}</p>
    <div v-if="report" class="sheet report" role="status">
      <p>
        “{{ report.title }}” imported with {{ report.kept }} settings.
        <template v-if="report.renamed">Its id was taken by a different setup, so it has a new one.</template>
      </p>
      <p v-if="report.dropped.length">Not understood and left out: {{ report.dropped.join(', ') }}. The original file is kept.</p>
    </div>
    <p v-if="!loaded" class="soft">Opening…</p>
    <div v-else-if="!setups.length" class="empty">
      <p>No setup saved yet. Plan a situation and choose “Save setup”, or import a file.</p>
      <RouterLink to="/shoots">To the shoots</RouterLink>
    </div>
    <table v-else class="list">
      <thead>
        <tr>
          <th scope="col">Setup</th>
          <th scope="col">Exposure</th>
          <th scope="col">Kit</th>
          <th scope="col">Saved</th>
          <th />
        </tr>
      </thead>
      <tbody>
        <tr v-for="setup in setups" :key="setup.id">
          <th scope="row"><RouterLink :to="`/setups/${setup.id}`">{{ setup.title }}</RouterLink></th>
          <td>{{ shutterWithUnit(setup.choice.shutter_s) }}, {{ apertureText(setup.choice.aperture) }}, ISO {{ isoText(setup.choice.iso) }}</td>
          <td>{{ setup.body.name }}, {{ setup.lens.name }}</td>
          <td>{{ setup.saved_at.slice(0, 16).replace('T', ' ') }}</td>
          <td class="right whole">
            <button class="link" @click="take(setup)">JSON</button>
            <Popconfirm :title="`Delete “${setup.title}”? Undo brings it back.`" ok-text="Delete" cancel-text="Keep" @confirm="remove(setup.id)">
              <button class="link">Delete</button>
            </Popconfirm>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.report {
  margin-bottom: 12px;
}

.right {
  text-align: right;
  white-space: nowrap;
}

.right .link + .link {
  margin-left: 10px;
}

@media (max-width: 760px) {
  .right {
    text-align: left;
  }
}
</style>
