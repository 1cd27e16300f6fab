<script setup lang="ts">
/** A body's phrasebook: what the camera calls each setting and option, and where it keeps it. */
import { Button } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { answered, client, Problem } from '@/api/client'
import type { CsvReading, Phrase, Phrasebook, Reach } from '@/api/types'
import { currentOf, loadKind, useEntries, useEntry } from '@/saving/documents'
import { edit } from '@/saving/undo'
import { download } from '@/shared/download'
import FileButton from '@/shared/FileButton.vue'
import HistoryButton from '@/shared/HistoryButton.vue'
import LineField from '@/shared/LineField.vue'
import { newId } from '@/shared/ids'
import { settingOf } from '@/shared/tables'
import { readText } from '@/shared/readText'
import WhileOpening from '@/shared/WhileOpening.vue'
import { useOpenThing } from '@/shell/open'
import ControlsTable from './ControlsTable.vue'
import { readWays, WAY_NAMES, writeWays } from './ways'

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
const phrases = computed(() => {
  const words = sought.value.trim().toLowerCase()
  return (book.value?.phrases ?? []).filter(
    (phrase) =>
      !words ||
      `${settingOf(phrase.setting)?.label ?? ''} ${phrase.words} ${phrase.reaches.map((reach) => reach.path?.join(' ')).join(' ')}`
        .toLowerCase()
        .includes(words),
  )
})
const open = ref<string | null>(null)

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
const wrong = ref<Record<string, string>>({})
function changeWays(setting: string, text: string): void {
  const read = readWays(text)
  wrong.value = { ...wrong.value, [setting]: read.fault }
  if (!read.fault) changePhrase(setting, { reaches: read.reaches as Phrase['reaches'] })
}
function sayOption(setting: string, option: string, words: string): void {
  const phrase = book.value!.phrases!.find((each) => each.setting === setting)!
  const options = { ...phrase.options }
  if (words.trim()) options[option] = words.trim().slice(0, 120)
  else delete options[option]
  changePhrase(setting, { options })
}
const shortWay = (reach: Reach): string => {
  if (reach.way === 'quick_screen') return book.value?.quick_screen ?? 'quick screen'
  if (reach.way === 'personal_menu') return book.value?.personal_menu ?? 'personal menu'
  return reach.path?.join(' > ') || WAY_NAMES[reach.way]
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
      <table class="list">
        <thead>
          <tr>
            <th scope="col">Setting</th>
            <th scope="col">The camera says</th>
            <th scope="col">Where</th>
            <th><span class="visually-hidden">Edit</span></th>
          </tr>
        </thead>
        <tbody>
          <template v-for="phrase in phrases" :key="phrase.setting">
            <tr>
              <th scope="row">{{ settingOf(phrase.setting)?.label ?? phrase.setting }}</th>
              <td>
                <LineField
                  :pointer="`${book.id}/${phrase.setting}/words`"
                  :value="phrase.words"
                  :label="`What it calls ${settingOf(phrase.setting)?.label}`"
                  @change="(text) => changePhrase(phrase.setting, { words: text.trim() || phrase.words })" />
              </td>
              <td class="soft">{{ phrase.reaches.map(shortWay).join(' · ') }}</td>
              <td>
                <button class="link" :aria-expanded="open === phrase.setting" @click="open = open === phrase.setting ? null : phrase.setting">
                  Ways and options
                </button>
              </td>
            </tr>
            <tr v-if="open === phrase.setting">
              <td colspan="4" class="details">
                <label>
                  <span class="soft">One way a line: dial, button, switch, quick screen, personal menu, menu or by hand; then a colon and where</span>
                  <LineField
                    :pointer="`${book.id}/${phrase.setting}/ways`"
                    :rows="4"
                    :most="4000"
                    :value="writeWays(phrase.reaches)"
                    :label="`Ways to ${settingOf(phrase.setting)?.label}`"
                    @change="(text) => changeWays(phrase.setting, text)" />
                </label>
                <p v-if="wrong[phrase.setting]" class="stop" role="alert">{{ wrong[phrase.setting] }}</p>
                <div class="options">
                  <label v-for="option in settingOf(phrase.setting)?.options ?? []" :key="option.id">
                    <span class="soft">{{ option.label }}</span>
                    <LineField
                      :pointer="`${book.id}/${phrase.setting}/${option.id}`"
                      :value="phrase.options?.[option.id] ?? ''"
                      :label="`What it calls ${option.label}`"
                      :placeholder="option.label"
                      @change="(text) => sayOption(phrase.setting, option.id, text)" />
                  </label>
                </div>
              </td>
            </tr>
          </template>
        </tbody>
      </table>
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

.details {
  padding: 10px 14px;
  background: var(--well);
}

.options {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(180px, 1fr));
  gap: 6px 12px;
  margin-top: 8px;
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
