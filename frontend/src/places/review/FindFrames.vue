<script setup lang="ts">
/** Frames of every shoot by words: file, body, lens, label. */
import { useQuery } from '@tanstack/vue-query'
import { refDebounced } from '@vueuse/core'
import { computed, ref } from 'vue'
import { answered, client } from '@/api/client'

const sought = ref('')
const asked = refDebounced(sought, 250)
const words = computed(() => asked.value.trim())
const found = useQuery({
  queryKey: computed(() => ['found-frames', words.value]),
  queryFn: () => answered(client.GET('/api/v1/frames/search', { params: { query: { q: words.value } } })),
  enabled: computed(() => words.value.length > 0),
  staleTime: 0,
})
const items = computed(() => (words.value ? (found.data.value?.items ?? []) : []))
</script>

<template>
  <search class="find">
    <label
      >Find frames of every shoot <input v-model="sought" type="search" maxlength="100" placeholder="file, body, lens, label" autocomplete="off"
    /></label>
    <p v-if="found.error.value" class="stop" role="alert">{{ found.error.value.message }}</p>
    <ul v-if="items.length">
      <li v-for="each in items.slice(0, 40)" :key="each.id">
        {{ each.name }} <span class="soft">{{ each.taken_at?.slice(0, 16).replace('T', ' ') }}</span>
        <RouterLink :to="`/shoots/${each.shoot_id}/review`">{{ each.shoot }}</RouterLink>
      </li>
    </ul>
    <p v-if="items.length > 40 || found.data.value?.more" class="soft">There are more: add a word.</p>
    <p v-if="words && found.data.value && !items.length" class="soft" role="status">No frame has these words.</p>
  </search>
</template>

<style scoped>
label {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 8px;
  align-items: baseline;
}

li {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 10px;
}

input {
  width: min(280px, 60vw);
  padding: 3px 6px;
  border: 1px solid var(--edge);
  background: var(--well);
  color: inherit;
  font: inherit;
}

ul {
  margin: 4px 0 0;
  padding: 0;
  list-style: none;
}
</style>
