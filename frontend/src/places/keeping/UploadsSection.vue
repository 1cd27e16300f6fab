<script setup lang="ts">
/** Whole files sent here for bench tests: how much room they take, sending more, deleting them. */
import { useQuery } from '@tanstack/vue-query'
import { computed, onBeforeUnmount, ref } from 'vue'
import { answered, client, Problem } from '@/api/client'
import ConfirmLink from '@/shared/ConfirmLink.vue'
import FileButton from '@/shared/FileButton.vue'
import { momentText } from '@/shared/times'
import { fixed } from '@/shared/numberText'
import { sendFile } from '@/saving/sendFile'

const failed = ref('')
const sending = ref('')
const share = ref(0)
const stop = ref(false)
onBeforeUnmount(() => (stop.value = true))
const found = useQuery({ queryKey: ['uploads'], queryFn: () => answered(client.GET('/api/v1/uploads')), staleTime: 0 })
const items = computed(() => found.data.value?.items ?? [])
const megabytes = (bytes: number): string => (bytes >= 1e9 ? `${fixed(bytes / 1e9, 1)} GB` : `${fixed(bytes / 1e6, 1)} MB`)

async function guarded(work: () => Promise<unknown>): Promise<void> {
  failed.value = ''
  try {
    await work()
  } catch (error) {
    failed.value = error instanceof Problem ? error.message : String(error)
  }
  await found.refetch()
}
function send(file: File): Promise<void> {
  sending.value = file.name
  share.value = 0
  stop.value = false
  return guarded(() =>
    sendFile(file, { stopped: () => stop.value, reached: (received) => (share.value = received / Math.max(file.size, 1)) }),
  ).finally(() => (sending.value = ''))
}
const remove = (id: string): Promise<void> =>
  guarded(() => answered(client.DELETE('/api/v1/uploads/{upload_id}', { params: { path: { upload_id: id } } })))
</script>

<template>
  <section aria-label="Whole files">
    <h2>Whole files</h2>
    <p class="soft">
      Bench tests need every byte of a few files. They stay on this machine, in no backup, until you delete them.
      <template v-if="found.data.value"
        >{{ megabytes(found.data.value.used_bytes) }} of {{ megabytes(found.data.value.quota_bytes) }} are used.</template
      >
    </p>
    <p v-if="failed || found.error.value" class="stop" role="alert">{{ failed || found.error.value?.message }}</p>
    <p class="do">
      <FileButton label="A whole file" accept="*/*" @file="send">Send a file…</FileButton>
      <template v-if="sending">
        <progress :value="share" max="1" :aria-label="`Sending ${sending}`" />
        <span role="status">{{ sending }}: {{ Math.round(share * 100) }} %</span>
        <button class="link" @click="stop = true">Stop</button>
      </template>
    </p>
    <table v-if="items.length" class="list">
      <thead>
        <tr>
          <th scope="col">File</th>
          <th scope="col">Size</th>
          <th scope="col">Sent</th>
          <th><span class="visually-hidden">Do</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="item in items" :key="item.id">
          <th scope="row">{{ item.name }}</th>
          <td>
            {{
              item.whole ? megabytes(item.size_bytes) : `${megabytes(item.received)} of ${megabytes(item.size_bytes)}: send it again, and it goes on`
            }}
          </td>
          <td>{{ momentText(item.created_at) }}</td>
          <td>
            <ConfirmLink
              :label="`Delete ${item.name}`"
              :question="`Delete ${item.name} here? The file it was sent from stays.`"
              yes="Delete"
              @confirm="remove(item.id)"
              >Delete</ConfirmLink
            >
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
section {
  margin-bottom: 28px;
}

h2 {
  margin-bottom: 4px;
}

.do {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 12px;
  align-items: center;
  margin-top: 8px;
}
</style>
