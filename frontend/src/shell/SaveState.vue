<script setup lang="ts">
/** Whether everything typed is on the server. */
import { computed } from 'vue'
import { serverFails, serverIsAway } from '@/saving/connection'
import { allEntries } from '@/saving/documents'
import { clockOf } from '@/shared/times'

const waiting = computed(() => allEntries.value.filter((entry) => entry.state !== 'saved'))
const refused = computed(() => waiting.value.filter((entry) => entry.state === 'refused'))
const cannot = computed(() => serverIsAway.value || serverFails.value !== null)
const savedAt = computed(() => {
  const last = allEntries.value
    .flatMap((entry) => (entry.savedAt ? [entry.savedAt] : []))
    .sort()
    .at(-1)
  return last ? clockOf(last) : null
})
const said = computed(() => {
  if (refused.value.length) return `${refused.value.length} not saved: mend the marked field`
  if (waiting.value.length) return cannot.value ? `${waiting.value.length} kept here, unsent` : 'saving…'
  return savedAt.value ? `saved ${savedAt.value}` : ''
})
</script>

<template>
  <span class="state" :class="{ stop: refused.length, cost: !refused.length && waiting.length && cannot }" role="status">
    {{ said }}
  </span>
</template>

<style scoped>
.state {
  color: var(--soft);
}
</style>
