<script setup lang="ts">
/** A body's phrasebook: what the camera calls each setting and option, and where it keeps it. */
import { Button } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { answered, client, Problem } from '@/api/client'
import type { CsvReading, Phrase, Phrasebook } from '@/api/types'
import { currentOf, loadKind, useEntries, useEntry } from '@/saving/documents'
import { edit } from '@/saving/undo'
import { download } from '@/shared/download'
import FileButton from '@/shared/FileButton.vue'
import HistoryButton from '@/shared/HistoryButton.vue'
import LineField from '@/shared/LineField.vue'
import { newId } from '@/shared/ids'
import { readText } from '@/shared/readText'
import WhileOpening from '@/shared/WhileOpening.vue'
import { useOpenThing } from '@/shell/open'
import ControlsTable from './ControlsTable.vue'
import PhraseTable from './PhraseTable.vue'

const props = defineProps<{ id: string }>()
const loaded = ref(false)
const trouble = ref('')
Promise.all([loadKind('bodies'), loadKind('phrasebooks')])
  .catch((error: Error) => (trouble.value = error.message))
  .finally(() => (loaded.value = true))
const bodyEntry = useEntry('bodies', () => props.id)
const body = computed(() => (bodyEntry.value ? currentOf(bodyEntry.value) : null))
const entries = useEntries('phrasebooks')
const book = computed<Phrasebook | null>(() => entries.value.map((entry) => currentOf(entry)!).find((each) => each.body_id === props.id) ?? null)
const sought = ref('')
async function begin(): Promise<void> {
  if (!body.value) return
  try {
    const usual = await answered(client.POST('/api/v1/phrasebooks/usual', { body: body.value }))
    edit('phrasebooks', { ...usual, id: newId() })
  } catch (error) {
    trouble.value = error instanceof Problem ? error.message : String(error)
  }
}
function change(part: Partial<Phrasebook>, key: string | null = null): void {
  if (book.value) edit('phrasebooks', { ...book.value, ...part }, key)
}
function changePhrase(setting: string, part: Partial<Phrase>): void {
  change({ phrases: book.value!.phrases!.map((phrase) => (phrase.setting === setting ? { ...phrase, ...part } : phrase)) })
}
const reading = ref<CsvReading | null>(null)
async function read(file: File): Promise<void> {
  trouble.value = ''
  try {
    const found = await answered(client.POST('/api/v1/phrasebooks/read-csv', { body: { text: await readText(file) } }))
    reading.value = found
    if (!found.phrases.length || !book.value) return
    const taken = new Map(found.phrases.map((phrase) => [phrase.setting, phrase]))
    const kept = book.value.phrases!.map((phrase) => taken.get(phrase.setting) ?? phrase)
    const fresh = found.phrases.filter((phrase) => !book.value!.phrases!.some((each) => each.setting === phrase.setting))
    change({ phrases: [...kept, ...fresh], pages: [...new Set([...(book.value.pages ?? []), ...found.pages])] })
  } catch (error) {
    trouble.value = error instanceof Problem ? error.message : String(error)
  }
}
async function take(): Promise<void> {
  if (!book.value) return
  try {
    const { text } = await answered(client.POST('/api/v1/phrasebooks/to-csv', { body: book.value }))
    download(`phrasebook ${body.value?.name ?? ''}.csv`, text, 'text/csv')
  } catch (error) {
    trouble.value = error instanceof Problem ? error.message : String(error)
  }
}
useOpenThing(() => (body.value ? `${body.value.name}, its words` : ''))
</script>

<template>
  <WhileOpening v-if="!loaded || !body" :loaded="loaded" what="body" :back="{ to: '/gear', label: 'To the gear' }" />
  <div v-else class="page">
    <div class="page-head">
      <h1>What {{ body.name }} calls things</h1>
      <div v-if="book" class="actions">
        <FileButton label="Phrasebook file" accept=".csv,text/csv" @file="read">Read CSV</FileButton>
        <Button @click="take">As CSV</Button>
        <HistoryButton :id="book.id" kind="phrasebooks" />
      </div>
    </div>
    <p v-if="trouble" class="stop" role="alert">{{ trouble }}</p>
    <div v-if="!book" class="empty">
      <p>Cards and routes use our words until you write down the camera’s own, and where it keeps each setting.</p>
      <Button type="primary" @click="begin">Begin with the usual ways</Button>
    </div>
    <template v-else>
      <div v-if="reading" class="reading" role="status">
        <p>
          {{ reading.phrases.length }} settings taken{{
            reading.faulty_lines
              ? `, ${reading.faulty_lines.toLocaleString('en')} lines left out${reading.faulty_lines > reading.faults.length ? `, the first ${reading.faults.length} of them` : ''}:`
              : '.'
          }}
        </p>
        <ul v-if="reading.faults.length">
          <li v-for="fault in reading.faults" :key="fault.line" class="cost">Line {{ fault.line }}: {{ fault.sentence }}.</li>
        </ul>
      </div>
      <div class="names">
        <label
          ><span class="soft">Its quick screen is called</span
          ><LineField
            :pointer="`${book.id}/quick_screen`"
            :value="book.quick_screen ?? ''"
            label="Its quick screen is called"
            @change="(text) => change({ quick_screen: text.trim() || 'quick screen' })"
        /></label>
        <label
          ><span class="soft">Its personal menu is called</span
          ><LineField
            :pointer="`${book.id}/personal_menu`"
            :value="book.personal_menu ?? ''"
            label="Its personal menu is called"
            @change="(text) => change({ personal_menu: text.trim() || 'personal menu' })"
        /></label>
        <label class="wide"
          ><span class="soft">Menu pages in their order</span
          ><LineField
            :pointer="`${book.id}/pages`"
            :value="book.pages?.join(', ') ?? ''"
            :most="4000"
            label="Menu pages in their order"
            @change="
              (text) =>
                change({
                  pages: text
                    .split(',')
                    .map((page) => page.trim().slice(0, 120))
                    .filter(Boolean)
                    .slice(0, 60),
                })
            "
        /></label>
        <label><span class="soft">Find</span><input v-model="sought" class="line" type="search" /></label>
      </div>
      <h2>Controls</h2>
      <ControlsTable :owner="book.id" :controls="book.controls ?? []" @update:controls="(controls) => change({ controls })" />
      <h2>Settings</h2>
      <PhraseTable :book="book" :sought="sought" @change="changePhrase" />
    </template>
  </div>
</template>

<style scoped>
h2 {
  margin: 14px 0 6px;
}

.names {
  display: grid;
  grid-template-columns: 1fr 1fr 2fr 1fr;
  gap: 10px;
  margin-bottom: 12px;
}

.reading {
  margin-bottom: 12px;
  padding: 6px 10px;
  border-left: 3px solid var(--move);
  background: var(--sheet);
}

@media (max-width: 700px) {
  h2 {
    margin: 14px 0 6px;
  }

  .names {
    grid-template-columns: 1fr;
  }
}
</style>
