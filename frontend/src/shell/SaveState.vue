<script setup lang="ts">
/** Whether everything typed is on the server. */
import { computed } from 'vue'
import { serverIsAway } from '@/saving/connection'
import { allEntries } from '@/saving/documents'

const waiting = computed(() => allEntries.value.filter((entry) => entry.state !== 'saved'))
const refused = computed(() => waiting.value.filter((entry) => entry.state === 'refused'))
const savedAt = computed(() => {
  const times = allEntries.value.flatMap((entry) => (entry.savedAt ? [entry.savedAt] : []))
  const last = times.sort().at(-1)
  return last ? new Date(last).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit', hourCycle: 'h23' }) : null
})
const said = computed(() => {
  if (refused.value.length) return `${refused.value.length} not saved: mend the marked field`
  if (waiting.value.length) return serverIsAway.value ? `${waiting.value.length} kept here, unsent` : 'saving…'
  return savedAt.value ? `saved ${savedAt.value}` : ''
})
</script>

<template>
  <span class="state" :class="{ stop: refused.length, cost: !refused.length && waiting.length && serverIsAway }" role="status">
    {{ said }}
  </span>
</template>

<style scoped>
.state {
  color: var(--soft);
}
</style>
