<script setup lang="ts">
/** The situations of the day on a telephone: the one before, a list, the one after, and a new one. */
import { computed } from 'vue'
import type { PlannedSituation } from '@/api/types'

const props = defineProps<{ situations: readonly PlannedSituation[]; chosen: string | null }>()
const emit = defineEmits<{ open: [id: string]; add: [] }>()
const place = computed(() => props.situations.findIndex((planned) => planned.situation.id === props.chosen))
const beside = (by: number): string | undefined => props.situations[place.value + by]?.situation.id
</script>

<template>
  <nav class="chooser" aria-label="Situations">
    <button class="plain" type="button" aria-label="Previous situation" :disabled="!beside(-1)" @click="emit('open', beside(-1)!)">‹</button>
    <select class="line" aria-label="Situation" :value="chosen ?? ''" @change="emit('open', ($event.target as HTMLSelectElement).value)">
      <option v-for="(planned, k) in situations" :key="planned.situation.id" :value="planned.situation.id">
        {{ k + 1 }}. {{ planned.situation.title }}
      </option>
    </select>
    <button class="plain" type="button" aria-label="Next situation" :disabled="!beside(1)" @click="emit('open', beside(1)!)">›</button>
    <button class="plain" type="button" aria-label="Add situation" @click="emit('add')">+</button>
  </nav>
</template>

<style scoped>
.chooser {
  display: grid;
  grid-template-columns: 44px minmax(0, 1fr) 44px 44px;
  gap: 4px;
  padding: 6px 8px;
  border-bottom: 1px solid var(--rule);
}

button {
  min-height: 44px;
  font-size: 22px;
  text-align: center;
}

button:disabled {
  opacity: 0.35;
}
</style>
