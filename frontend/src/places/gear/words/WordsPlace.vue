<script setup lang="ts">
/** A body's phrasebook: what the camera calls each setting and option, and where it keeps it. */
import { Button } from 'ant-design-vue'
import { computed, ref } from 'vue'
import { currentOf, loadKind, useEntry } from '@/saving/documents'
import FileButton from '@/shared/FileButton.vue'
import HistoryButton from '@/shared/HistoryButton.vue'
import LineField from '@/shared/LineField.vue'
import WhileOpening from '@/shared/WhileOpening.vue'
import { useOpenThing } from '@/shell/open'
import FileReport from '../FileReport.vue'
import ControlsTable from './ControlsTable.vue'
import PhraseTable from './PhraseTable.vue'
import { usePhrasebook } from './usePhrasebook'
import { grouped } from '@/shared/numberText'

const props = defineProps<{ id: string }>()
const bodiesLoaded = ref(false)
const failed = ref('')
loadKind('bodies')
  .catch((error: Error) => (failed.value = error.message))
  .finally(() => (bodiesLoaded.value = true))
const bodyEntry = useEntry('bodies', () => props.id)
const body = computed(() => (bodyEntry.value ? currentOf(bodyEntry.value) : null))
const words = usePhrasebook(() => body.value)
const { trouble, book, begin, change, changePhrase, reading, told } = words
const loaded = computed(() => bodiesLoaded.value && words.loaded.value)
const sought = ref('')
useOpenThing(() => (body.value ? `${body.value.name}, its words` : ''))
</script>

<template>
  <WhileOpening v-if="!loaded || !body" :loaded="loaded" what="body" :back="{ to: '/gear', label: 'To the gear' }" />
  <div v-else class="page">
    <div class="page-head">
      <h1>What {{ body.name }} calls things</h1>
      <div class="actions">
        <FileButton label="File of words and controls" accept=".json,application/json" @file="words.readFile">Read a file</FileButton>
        <template v-if="book">
          <Button @click="words.takeFile">Save as a file</Button>
          <FileButton label="Phrasebook file" accept=".csv,text/csv" @file="words.readCsv">Read CSV</FileButton>
          <Button @click="words.takeCsv">As CSV</Button>
          <HistoryButton :id="book.id" kind="phrasebooks" />
        </template>
      </div>
    </div>
    <p v-if="trouble || failed" class="stop" role="alert">{{ trouble || failed }}</p>
    <FileReport v-if="told" :said="told.length ? 'The file was read; to know:' : 'The file was read.'" :left-out="told" />
    <div v-if="!book" class="empty">
      <p>Cards and routes use our words until you write down the camera’s own, and where it keeps each setting.</p>
      <Button type="primary" @click="begin">Begin with the usual ways</Button>
    </div>
    <template v-else>
      <div v-if="reading" class="reading" role="status">
        <p>
          {{ reading.phrases.length }} settings taken{{
            reading.faulty_lines
              ? `, ${grouped(reading.faulty_lines)} lines left out${reading.faulty_lines > reading.faults.length ? `, the first ${reading.faults.length} of them` : ''}:`
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
