<script setup lang="ts">
/** Rows the server cannot read: named, shown as they lie there, with the way to an earlier version. */
import { useQuery } from '@tanstack/vue-query'
import { ref } from 'vue'
import { answered, client } from '@/api/client'
import type { Kind } from '@/saving/kinds'
import { download } from '@/shared/download'
import VersionsOfRow from './VersionsOfRow.vue'

const found = useQuery({ queryKey: ['set-aside'], queryFn: () => answered(client.GET('/api/v1/set-aside')), staleTime: 0 })
const looked = ref<string | null>(null)
</script>

<template>
  <section v-if="found.data.value?.length" aria-label="Set aside">
    <h2 class="stop">Set aside</h2>
    <p>What is stored here cannot be read. It harms nothing else and is kept as it lies; an earlier version may be whole.</p>
    <div v-for="item in found.data.value" :key="item.id" class="sheet">
      <p>
        <b>{{ item.noun }} “{{ item.title }}”</b>: {{ item.reason }}.
      </p>
      <p class="do">
        <button class="link" @click="looked = looked === item.id ? null : item.id">
          {{ looked === item.id ? 'Close' : 'Look for a whole version' }}
        </button>
        <button class="link" @click="download(`${item.noun}-${item.id}.txt`, item.text, 'text/plain')">Download what is stored</button>
      </p>
      <VersionsOfRow v-if="looked === item.id" :id="item.id" :kind="item.kind as Kind" :revision="item.revision" @mended="found.refetch()" />
    </div>
  </section>
</template>

<style scoped>
section {
  margin-bottom: 28px;
}

.sheet {
  margin-top: 8px;
}

.do {
  display: flex;
  gap: 16px;
}
</style>
