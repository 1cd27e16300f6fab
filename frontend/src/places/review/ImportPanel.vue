<script setup lang="ts">
/** Bringing frames in: from this computer through the browser, from a folder of the server's machine, from a CSV, or played. */
import { computed, ref } from 'vue'
import { answered, client, Problem } from '@/api/client'
import FileButton from '@/shared/FileButton.vue'
import { readText } from '@/shared/readText'
import { chosenFiles, droppedFiles } from './droppedFiles'
import { useImport } from './useImport'
import { type Files, useJobs } from './useJobs'

const props = defineProps<{ shootId: string; first: boolean }>()
const emit = defineEmits<{ arrived: [] }>()
const bring = useImport(
  () => props.shootId,
  () => emit('arrived'),
)
const jobs = useJobs(
  () => props.shootId,
  () => emit('arrived'),
)
const { total, done, taken, known, refused, refusals, state, failed, location, previews } = bring
const over = ref(false)
const folder = ref('')
const files = ref<Files>('jpeg')
const csvSaid = ref('')
const csvLeft = ref<string[]>([])
const picker = ref<HTMLInputElement | null>(null)

async function drop(event: DragEvent): Promise<void> {
  over.value = false
  if (event.dataTransfer) bring.start(await droppedFiles(event.dataTransfer.items))
}
function choose(event: Event): void {
  const input = event.target as HTMLInputElement
  bring.start(chosenFiles(input.files))
  input.value = ''
}
async function csv(file: File): Promise<void> {
  csvSaid.value = ''
  csvLeft.value = []
  try {
    const found = await answered(client.POST('/api/v1/frames/csv', { body: { shoot_id: props.shootId, text: await readText(file) } }))
    csvSaid.value = `${found.rated} frames rated, ${found.created} new.`
    csvLeft.value = found.left_out
    emit('arrived')
  } catch (error) {
    csvSaid.value = error instanceof Problem ? error.message : String(error)
  }
}
const sentence = computed(() => {
  const parts = [`${taken.value} new`, known.value ? `${known.value} were there` : '', refusals.value ? `${refusals.value} could not be read` : '']
  return parts.filter(Boolean).join(', ')
})
</script>

<template>
  <section aria-label="Bring frames in" class="import">
    <!-- eslint-disable-next-line vuejs-accessibility/no-static-element-interactions -- a target for the mouse; the buttons in it do the same -->
    <div class="target" :class="{ over }" @dragover.prevent="over = true" @dragleave="over = false" @drop.prevent="drop">
      <p v-if="first"><strong>No frames of this shoot yet.</strong></p>
      <p>Drag a folder or files here. Only their heads are read; the files stay where they are.</p>
      <p class="row">
        <button class="button" @click="picker?.click()">Choose a folder…</button>
        <input
          ref="picker"
          class="visually-hidden"
          type="file"
          webkitdirectory
          multiple
          aria-label="Folder of frames"
          tabindex="-1"
          @change="choose" />
        <label class="button">
          Choose files…
          <input class="visually-hidden" type="file" multiple aria-label="Frames" @change="choose" />
        </label>
        <FileButton label="Ratings as CSV" accept=".csv,text/csv" @file="csv">Ratings from CSV…</FileButton>
      </p>
      <p class="row">
        <label><input v-model="previews" type="checkbox" /> keep small pictures, to look through</label>
        <label><input v-model="location" type="checkbox" /> read where they were taken</label>
      </p>
    </div>
    <div v-if="state !== 'idle'" class="progress" role="status">
      <progress :max="total" :value="done" :aria-label="`${done} of ${total} files`" />
      <span>{{ done }} of {{ total }} files: {{ sentence }}.</span>
      <button v-if="state === 'running'" class="link" @click="bring.pause()">Pause</button>
      <button v-if="state === 'paused'" class="link" @click="bring.goOn()">Go on</button>
      <button v-if="state === 'running' || state === 'paused'" class="link" @click="bring.cancel()">Stop here</button>
      <span v-if="state === 'cancelled'">Stopped; what arrived stays.</span>
      <p v-if="failed" class="stop">{{ failed }}</p>
      <details v-if="refused.length">
        <summary>{{ refusals }} could not be read</summary>
        <ul>
          <li v-for="each in refused" :key="each.name + each.reason">{{ each.name }}: {{ each.reason }}</li>
        </ul>
      </details>
    </div>
    <p v-if="csvSaid" role="status">{{ csvSaid }}</p>
    <ul v-if="csvLeft.length" class="soft">
      <li v-for="line in csvLeft.slice(0, 20)" :key="line">{{ line }}</li>
    </ul>
    <details>
      <summary>From a folder of this machine, or from the simulated camera</summary>
      <form class="row" @submit.prevent="jobs.readFolder(folder, location)">
        <label>Folder <input v-model="folder" required maxlength="1000" placeholder="/pictures/2026/cup-final" autocomplete="off" /></label>
        <button class="button">Read it in place</button>
      </form>
      <p class="row">
        <button class="button" @click="jobs.play(1 + Math.floor(Math.random() * 9999), 60, files)">Play this shoot</button>
        <label>
          writing
          <select v-model="files">
            <option value="jpeg">JPEG</option>
            <option value="raw">raw</option>
            <option value="both">both</option>
          </select>
        </label>
        <span class="soft">The simulated camera photographs each situation as planned, up to 60 frames each.</span>
      </p>
    </details>
    <p v-if="jobs.failed.value" class="stop" role="alert">{{ jobs.failed.value }}</p>
    <div v-for="job in jobs.underWay.value" :key="job.id" class="progress" role="status">
      <progress :max="Math.max(job.total, 1)" :value="job.done" :aria-label="`${job.done} of ${job.total}`" />
      <span
        >{{ job.title }}: {{ job.state === 'waiting' ? 'waits for its turn' : `${job.done} of ${job.total || '…'}`
        }}{{ job.stopping ? ', stopping' : '' }}</span
      >
      <button v-if="job.state === 'paused'" class="link" @click="jobs.deed(job, 'go-on')">Go on</button>
      <button v-else class="link" @click="jobs.deed(job, 'pause')">Pause</button>
      <button class="link" @click="jobs.deed(job, 'cancel')">Cancel</button>
    </div>
    <p v-if="jobs.last.value?.state === 'failed'" class="stop" role="alert">
      {{ jobs.last.value.title }} ended: {{ jobs.last.value.problem }}
      <button class="link" @click="jobs.deed(jobs.last.value, 'go-on')">Try again</button>
    </p>
  </section>
</template>

<style scoped>
.import {
  display: grid;
  gap: 8px;
}

.target {
  display: grid;
  gap: 8px;
  padding: 14px;
  border: 1px dashed var(--edge);
}

.target.over {
  border-color: var(--move);
  background: var(--sheet);
}

.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
  margin-top: 4px;
}

.button {
  display: inline-flex;
  align-items: center;
  min-height: 32px;
  padding: 3px 12px;
  border: 1px solid var(--edge);
  background: var(--sheet);
  color: var(--ink);
  font: inherit;
  cursor: pointer;
}

.button:focus-within {
  outline: 2px solid var(--move);
}

input[maxlength] {
  width: min(340px, 60vw);
  padding: 4px 6px;
  border: 1px solid var(--edge);
  background: var(--well);
  color: inherit;
  font: inherit;
}

.progress {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
}

ul {
  margin: 0;
  padding-left: 18px;
}
</style>
