<script setup lang="ts">
/** The bench: tests of one's own kit, each a protocol with a measured figure; and what was measured before. */
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { answered, client } from '@/api/client'
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
  <div class="bench">
    <nav class="index" aria-label="Tests">
      <h1>Bench</h1>
      <p class="soft">Measure your own kit once, and every plan reckons with it.</p>
      <p v-if="found.error.value" class="stop" role="alert">{{ found.error.value.message }}</p>
      <RouterLink v-for="each in tests" :key="each.id" :to="`/bench/${each.id}`" :class="{ on: each.id === shown?.id }">{{ each.title }}</RouterLink>
    </nav>
    <main v-if="shown" class="page-of">
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
    </main>
    <p v-else-if="!found.error.value" class="soft" aria-busy="true">Opening…</p>
  </div>
</template>

<style scoped>
.bench {
  display: grid;
  grid-template-columns: 240px minmax(0, 1fr);
  gap: 0 28px;
  max-width: 1280px;
  margin: 0 auto;
  padding: 16px 20px 40px;
}

.index {
  display: flex;
  flex-direction: column;
  align-self: start;
  position: sticky;
  top: 12px;
}

.index p {
  margin: 4px 0 12px;
}

.index a {
  padding: 4px 10px;
  border-left: 3px solid transparent;
  color: var(--ink);
  line-height: 1.3;
  text-decoration: none;
}

.index a:hover {
  color: var(--move);
}

.index a.on {
  border-color: var(--move);
  background: var(--sheet);
  font-weight: 600;
}

.page-of {
  min-width: 0;
}

section {
  margin-top: 24px;
}

tr.on {
  background: var(--sheet);
}

@media (max-width: 900px) {
  .bench {
    grid-template-columns: minmax(0, 1fr);
  }

  .index {
    position: static;
    flex-flow: row wrap;
    gap: 0 6px;
    margin-bottom: 16px;
  }

  .index h1,
  .index p {
    width: 100%;
  }

  .index a {
    padding: 12px 10px;
  }
}

@media print {
  .index {
    display: none;
  }

  .bench {
    display: block;
  }
}
</style>
