<script setup lang="ts">
/** What was made of a pasted specification sheet: each field with the words it was read from, and the lines that were not understood. */
import type { ReadSheet } from '@/api/types'

defineProps<{ read: ReadSheet }>()
</script>

<template>
  <div class="read" role="status">
    <p>{{ read.understood.length }} {{ read.understood.length === 1 ? 'figure' : 'figures' }} understood.</p>
    <dl>
      <div v-for="(each, k) in read.understood" :key="k">
        <dt class="soft">{{ each.field }}</dt>
        <dd>{{ each.value }}</dd>
      </div>
    </dl>
    <details v-if="read.rest.length" open>
      <summary>{{ read.rest.length }} {{ read.rest.length === 1 ? 'line' : 'lines' }} not understood or not needed</summary>
      <ul>
        <li v-for="line in read.rest" :key="line">{{ line }}</li>
      </ul>
    </details>
  </div>
</template>

<style scoped>
.read {
  display: grid;
  gap: 4px;
  font-size: 12px;
}

dl {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(200px, 1fr));
  gap: 1px 14px;
}

dl div {
  display: flex;
  gap: 8px;
  justify-content: space-between;
  border-bottom: 1px solid var(--rule);
}

ul {
  margin: 2px 0 0;
  padding-left: 16px;
  color: var(--soft);
}
</style>
