<script setup lang="ts">
/** The bench: tests of one's own kit, each a protocol with a measured figure; and what was measured before. */
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { answered, client } from '@/api/client'
import IndexedPlace from '@/shared/IndexedPlace.vue'
import { momentText } from '@/shared/times'
import { useAsked } from '@/shared/useAsked'
import { useOpenThing } from '@/shell/open'
import TestPage from './TestPage.vue'

const props = defineProps<{ test?: string }>()
const found = useQuery({ queryKey: ['bench-tests'], queryFn: () => answered(client.GET('/api/v1/bench/tests')) })
const runs = useQuery({
  queryKey: ['bench-runs'],
  queryFn: () => answered(client.GET('/api/v1/runs', { params: { query: { limit: 100 } } })),
  staleTime: 0,
})
const tests = computed(() => found.data.value?.tests ?? [])
const shown = computed(() => tests.value.find((each) => each.id === props.test) ?? tests.value[0] ?? null)
const before = computed(() => (runs.data.value?.items ?? []).filter((each) => each.document.test === shown.value?.id))
const run = useAsked('run')
useOpenThing(() => shown.value?.title ?? 'Bench')
</script>

<template>
  <IndexedPlace
    title="Bench"
    about="Measure your own kit once, and every plan reckons with it."
    index-label="Tests"
    :failed="found.error.value?.message"
    :index-px="240">
    <template #index>
      <RouterLink v-for="each in tests" :key="each.id" :to="`/bench/${each.id}`" :class="{ on: each.id === shown?.id }">{{ each.title }}</RouterLink>
    </template>
    <template v-if="shown">
      <TestPage :key="shown.id" :about="shown" @measured="runs.refetch()" />
      <section v-if="before.length" aria-label="Measured before">
        <h2>Measured before</h2>
        <table class="list">
          <thead>
            <tr>
              <th scope="col">When</th>
              <th scope="col">Kit</th>
              <th scope="col">What it told</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="each in before" :key="each.id" :class="{ on: run === each.id }">
              <th scope="row">
                <button class="link" @click="run = each.id">{{ momentText(each.updated_at) }}</button>
              </th>
              <td>{{ each.document.kit }}</td>
              <td class="whole">{{ each.document.outcome?.sentence ?? 'Not measured yet.' }}</td>
            </tr>
          </tbody>
        </table>
      </section>
    </template>
    <p v-else-if="!found.error.value" class="soft" aria-busy="true">Opening…</p>
  </IndexedPlace>
</template>

<style scoped>
section {
  margin-top: 24px;
}

tr.on {
  background: var(--sheet);
}
</style>
