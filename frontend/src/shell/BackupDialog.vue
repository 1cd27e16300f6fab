<script setup lang="ts">
/** Everything into one zip, and back: missing documents are added, differing ones replaced as a new revision. */
import { Button, Modal } from 'ant-design-vue'
import { ref } from 'vue'
import { answered, client, Problem } from '@/api/client'
import { reloadKind } from '@/saving/documents'
import { KIND_LIST } from '@/saving/kinds'
import FileButton from '@/shared/FileButton.vue'

const emit = defineEmits<{ close: [] }>()
const restoring = ref(false)
const failed = ref('')
const report = ref<{ added: number; replaced: number; same: number; refused: string[] } | null>(null)

async function restore(file: File): Promise<void> {
  failed.value = ''
  report.value = null
  restoring.value = true
  const form = new FormData()
  form.append('file', file)
  try {
    report.value = await answered(client.POST('/api/v1/restore', { body: form as never, bodySerializer: (body) => body as never }))
    await Promise.all(KIND_LIST.map(reloadKind))
  } catch (error) {
    failed.value = error instanceof Problem ? `${file.name}: ${error.message}` : `${file.name} could not be read.`
  } finally {
    restoring.value = false
  }
}
</script>

<template>
  <Modal open title="Backup and restore" :footer="null" @cancel="emit('close')">
    <p>One zip holds your shoots, gear, foundation, setups and places with their earlier revisions, and a copy of the database.</p>
    <p class="do"><Button type="primary" href="/api/v1/backup" download>Download a backup</Button></p>
    <p>Restoring adds what is missing here and replaces what differs; what it replaces stays as an earlier revision. Nothing is deleted.</p>
    <p class="do">
      <FileButton label="Backup file" accept=".zip,application/zip" :disabled="restoring" @file="restore">{{ restoring ? 'Restoring…' : 'Restore from a backup' }}</FileButton>
    </p>
    <p v-if="failed" class="stop" role="alert">{{ failed }}</p>
    <div v-if="report" role="status">
      <p>{{ report.added }} added, {{ report.replaced }} replaced, {{ report.same }} the same already.</p>
      <p v-if="report.refused.length" class="stop">Not read: {{ report.refused.join('; ') }}</p>
    </div>
  </Modal>
</template>

<style scoped>
.do {
  margin: 8px 0 16px;
}
</style>
