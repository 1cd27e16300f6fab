<script setup lang="ts">
/** The week's set: drills against what failed in the frames of late, and what is due. */
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { answered, client } from '@/api/client'

const props = defineProps<{ titles: Record<string, string>; answers: number }>()
const found = useQuery({
  queryKey: computed(() => ['practice-week', props.answers]),
  queryFn: () => answered(client.GET('/api/v1/practice/week')),
  placeholderData: (before) => before,
})
const items = computed(() => found.data.value?.items ?? [])
</script>

<template>
  <section v-if="items.length" class="week" aria-label="This week">
    <h2>This week</h2>
    <ol>
      <li v-for="item in items" :key="item.kind">
        <RouterLink :to="`/practice/${item.kind}`">{{ titles[item.kind] ?? item.kind }}</RouterLink>
        <span class="soft">: {{ item.because }}</span>
      </li>
    </ol>
  </section>
</template>

<style scoped>
.week {
  padding-top: 12px;
  border-top: 1px solid var(--rule);
}

ol {
  margin: 4px 0 0;
  padding-left: 20px;
  line-height: 1.5;
}
</style>
