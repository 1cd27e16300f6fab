<script setup lang="ts">
/** Imports a setup file and says what was kept and what was left out. */
import { Button } from 'ant-design-vue'
import { ref } from 'vue'
import { answered, client, Problem } from '@/api/client'
import { reloadKind } from '@/saving/documents'

export interface ImportReport {
  title: string
  kept: number
  dropped: string[]
  renamed: boolean
}
const emit = defineEmits<{ done: [report: ImportReport | null, failed: string] }>()
const picker = ref<HTMLInputElement | null>(null)

async function importFile(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  if (!file) return
  emit('done', null, '')
  try {
    const text = await file.text()
    const answer = await answered(client.POST('/api/v1/setups/import', { body: { text } }))
    await reloadKind('setups')
    emit('done', { title: answer.saved.document.title, kept: answer.kept, dropped: answer.dropped, renamed: answer.renamed }, '')
  } catch (error) {
    emit('done', null, error instanceof Problem ? `${file.name}: ${error.message}` : `${file.name} could not be read.`)
  } finally {
    input.value = ''
  }
}
</script>

<template>
  <input ref="picker" class="visually-hidden" type="file" accept=".json,application/json" aria-label="Setup file" tabindex="-1" @change="importFile" />
  <Button @click="picker?.click()">Import a setup</Button>
</template>
