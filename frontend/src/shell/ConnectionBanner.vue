<script setup lang="ts">
/** What is wrong with saving, if anything: the server away, failing, or the browser's own store closed to us. */
import { computed } from 'vue'
import { serverFails, serverIsAway } from '@/saving/connection'
import { allEntries } from '@/saving/documents'
import { shelter } from '@/saving/outbox'

const waiting = computed(() => allEntries.value.some((entry) => entry.state !== 'saved'))
const WHERE = {
  browser: 'What you edit is kept in this browser and sent when it is back',
  blocked: 'This browser does not let us keep anything, so what you edit lives in this tab only: leave it open until the server is back',
  full: 'This browser’s store is full, so what you edit lives in this tab only: leave it open until the server is back',
} as const
const said = computed(() => {
  if (serverIsAway.value) return `The server is away. ${WHERE[shelter.value]}; plans wait with it.`
  if (serverFails.value)
    return `${serverFails.value.message} ${waiting.value ? WHERE[shelter.value].replace('it is back', 'it works again').replace('the server is back', 'it is saved') + '.' : ''}`
  if (shelter.value === 'blocked')
    return 'This browser does not let us keep unsent edits. They go straight to the server; do not close the tab while something is being saved.'
  if (shelter.value === 'full')
    return 'This browser’s store is full: unsent edits cannot be kept here. They go straight to the server; do not close the tab while something is being saved.'
  return ''
})
</script>

<template>
  <p v-if="said" class="banner" role="alert">{{ said }}</p>
</template>

<style scoped>
.banner {
  padding: 6px 16px;
  border-bottom: 1px solid var(--cost);
  background: var(--sheet);
  color: var(--cost);
}
</style>
