<script setup lang="ts">
/** Imports a setup file and says what was kept and what was left out. */
import { answered, client, Problem } from '@/api/client'
import FileButton from '@/shared/FileButton.vue'
import { readText } from '@/shared/readText'

export interface ImportReport {
  title: string
  kept: number
  dropped: string[]
  renamed: boolean
}
const emit = defineEmits<{ done: [report: ImportReport | null, failed: string] }>()

async function importFile(file: File): Promise<void> {
  emit('done', null, '')
  try {
    const text = await readText(file)
    const answer = await answered(client.POST('/api/v1/setups/import', { body: { text } }))
    emit('done', { title: answer.saved.document.title, kept: answer.kept, dropped: answer.dropped, renamed: answer.renamed }, '')
  } catch (error) {
    emit('done', null, error instanceof Problem ? `${file.name}: ${error.message}` : `${file.name} could not be read.`)
  }
}
</script>

<template>
  <FileButton label="Setup file" accept=".json,application/json" @file="importFile">Import a setup</FileButton>
</template>
