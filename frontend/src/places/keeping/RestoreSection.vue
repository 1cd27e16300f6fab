<script setup lang="ts">
/** A backup read, what it would do shown, what is unwanted left out, and all of it undone if it was a mistake. */
import { Button, Checkbox, Progress } from 'ant-design-vue'
import { computed, ref, watch } from 'vue'
import type { PreviewItem } from '@/api/types'
import FileButton from '@/shared/FileButton.vue'
import { fieldInWords } from '@/shared/fieldNames'
import { momentText } from '@/shared/times'
import { useRestore } from './useRestore'

const { job, past, failed, said, sending, begin, write, giveUp, undo } = useRestore()

const WOULD: Record<PreviewItem['outcome'], string> = {
  added: 'Comes back',
  replaced: 'Replaces yours',
  revived: 'Comes back from your bin',
  binned: 'Comes into the bin',
  same: 'Is the same',
  kept: 'Stays here',
  refused: 'Cannot come back',
}
const DONE: Record<string, string> = {
  added: 'came back',
  replaced: 'replaced',
  revived: 'brought back from the bin',
  binned: 'came into the bin',
  same: 'the same already',
  left: 'left out',
}
const CHANGES = new Set<PreviewItem['outcome']>(['added', 'replaced', 'revived', 'binned'])
const left = ref(new Set<string>())
watch(
  () => job.value?.id,
  () => (left.value = new Set()),
)

const preview = computed(() => (job.value?.state === 'ready' ? job.value.preview : null))
const keyOf = (item: PreviewItem): string => `${item.kind}/${item.id}`
const total = computed(() => {
  const counts = Object.values(preview.value?.counts ?? {})
  return counts.reduce((sum, each) => sum + [...CHANGES].reduce((part, outcome) => part + (each[outcome] ?? 0), 0), 0)
})
const same = computed(() => Object.values(preview.value?.counts ?? {}).reduce((sum, each) => sum + (each.same ?? 0), 0))
const wanted = computed(() => total.value - left.value.size)
const groups = computed(() => {
  const found = new Map<string, PreviewItem[]>()
  for (const item of preview.value?.items ?? []) found.set(item.outcome, [...(found.get(item.outcome) ?? []), item])
  return [...found]
})
const share = computed(() => (job.value?.total ? Math.round((100 * job.value.done) / job.value.total) : 0))

function toggle(item: PreviewItem): void {
  const next = new Set(left.value)
  if (!next.delete(keyOf(item))) next.add(keyOf(item))
  left.value = next
}
function go(): void {
  const leave = (preview.value?.items ?? []).filter((item) => left.value.has(keyOf(item))).map(({ kind, id }) => ({ kind, id }))
  void write(leave)
}
const countsInWords = (counts: Record<string, number>): string =>
  Object.entries(counts)
    .filter(([, number]) => number)
    .map(([outcome, number]) => `${number} ${DONE[outcome] ?? outcome}`)
    .join(', ') || 'nothing to do'
</script>

<template>
  <section aria-label="Restore">
    <h2>Restore</h2>
    <p>
      First the backup is read and shown; nothing changes until you say so. What is replaced stays as an earlier version, and the whole restore can be
      undone.
    </p>
    <p class="do">
      <FileButton
        label="Backup file"
        accept=".zip,application/zip"
        :disabled="sending || job?.state === 'reading' || job?.state === 'writing'"
        @file="begin"
        >{{ sending ? 'Sending…' : 'Choose a backup' }}</FileButton
      >
    </p>
    <p v-if="failed" class="stop" role="alert">{{ failed }}</p>
    <p v-if="said" role="status">{{ said }}</p>
    <div v-if="job" class="sheet job">
      <div v-if="job.state === 'reading' || job.state === 'writing'" role="status">
        <p>{{ job.state === 'reading' ? `Reading ${job.name}` : `Writing ${job.done} of ${job.total}` }}</p>
        <Progress :percent="share" :show-info="false" size="small" />
        <Button size="small" @click="giveUp">Give up</Button>
      </div>
      <p v-else-if="job.state === 'failed'" class="stop" role="alert">{{ job.problem }}</p>
      <div v-else-if="job.state === 'done' && job.restored" role="status">
        <p>
          <b>{{ job.name }} restored:</b> {{ countsInWords(job.restored.counts) }}.
        </p>
        <p v-if="job.restored.refused.length" class="stop">Not restored: {{ job.restored.refused.join('; ') }}</p>
        <p class="do"><Button @click="undo(job.restored.id)">Undo this restore</Button></p>
      </div>
      <template v-else-if="preview">
        <p>
          <b>{{ job.name }}</b><template v-if="preview.made_at">, made {{ momentText(preview.made_at) }}</template
          >: {{ total ? `${total} would change here` : 'nothing would change here' }}, {{ same }} the same already.
        </p>
        <p v-for="text in preview.damage" :key="text" class="stop">{{ text }}</p>
        <div v-for="[outcome, items] in groups" :key="outcome" class="group">
          <h3>{{ WOULD[outcome as PreviewItem['outcome']] }} ({{ items.length }})</h3>
          <ul>
            <li v-for="item in items" :key="keyOf(item)">
              <Checkbox v-if="CHANGES.has(item.outcome)" :checked="!left.has(keyOf(item))" @change="toggle(item)"
                >{{ item.noun }} “{{ item.title }}”</Checkbox
              >
              <span v-else>{{ item.noun }} “{{ item.title }}”</span>
              <span class="soft"> {{ item.reason }}{{ item.fields.length ? ` ${item.fields.map(fieldInWords).join(', ')}` : '' }}</span>
            </li>
          </ul>
        </div>
        <p class="do">
          <Button v-if="total" type="primary" :disabled="!wanted" @click="go">Restore {{ wanted }}</Button> <Button @click="giveUp">Leave it</Button>
        </p>
      </template>
    </div>
    <template v-if="past.length">
      <h3>Restores so far</h3>
      <ul class="past">
        <li v-for="each in past" :key="each.id">
          {{ momentText(each.made_at) }}, {{ each.name }}: {{ countsInWords(each.counts) }}.
          <span v-if="each.undone_at" class="soft">Undone {{ momentText(each.undone_at) }}.</span>
          <button v-else class="link" @click="undo(each.id)">Undo</button>
        </li>
      </ul>
    </template>
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
  margin: 8px 0;
}

.job {
  max-width: 760px;
  margin: 10px 0 14px;
}

.job > * + * {
  margin-top: 8px;
}

.group ul {
  max-height: 260px;
  overflow-y: auto;
}

ul {
  margin: 2px 0 0;
  padding: 0;
  list-style: none;
}

.past li {
  padding: 2px 0;
}
</style>
