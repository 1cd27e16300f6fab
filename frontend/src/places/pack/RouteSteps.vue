<script setup lang="ts">
/** A route to follow, step by step: the camera's words first, ours beside. */
import { computed, ref, watch } from 'vue'
import type { Route } from '@/api/types'
import { secondsText } from './routeWords'

const props = defineProps<{ route: Route; storesIn?: string | null; current?: number | null }>()
const ticked = ref(new Set<number>())
watch(
  () => props.route,
  () => (ticked.value = new Set()),
)
const tick = (k: number): void => {
  const next = new Set(ticked.value)
  if (!next.delete(k)) next.add(k)
  ticked.value = next
}
const saved = computed(() => props.route.item_by_item_s - props.route.seconds)
const isHead = (kind: string): boolean => kind === 'open' || kind === 'page' || kind === 'recall' || kind === 'scope'
</script>

<template>
  <div class="route">
    <p>
      {{ route.sentence }}
      <span v-if="route.steps.length && saved > 0.5" class="soft">One by one it takes {{ secondsText(route.item_by_item_s) }}.</span>
    </p>
    <ol v-if="route.steps.length">
      <li
        v-for="(step, k) in route.steps"
        :key="k"
        :class="[`is-${step.kind}`, { done: ticked.has(k), danger: step.undoes_danger, now: k === current }]">
        <label>
          <input type="checkbox" :checked="ticked.has(k)" :aria-label="`Done: ${step.sentence}`" @change="tick(k)" />
          <span class="theirs">{{ step.sentence }}</span>
          <span v-if="step.undoes_danger" class="cost">first: it would spoil frames</span>
          <span v-else-if="!isHead(step.kind) && step.ours && step.ours !== step.theirs" class="soft">{{ step.ours }}</span>
        </label>
      </li>
      <li v-if="storesIn" class="is-recall">
        <label
          ><input type="checkbox" :aria-label="`Done: store in ${storesIn}`" /><span class="theirs">Store in {{ storesIn }}.</span></label
        >
      </li>
    </ol>
  </div>
</template>

<style scoped>
ol {
  display: grid;
  gap: 1px;
  margin-top: 6px;
  padding: 0;
  list-style: none;
}

label {
  display: grid;
  grid-template-columns: 16px minmax(0, 1.4fr) minmax(0, 1fr);
  gap: 6px;
  align-items: baseline;
  min-height: 25px;
  padding: 2px 4px;
  cursor: pointer;
}

input {
  margin: 0;
}

li.is-set label,
li.is-by_hand label {
  padding-left: 18px;
}

.is-open .theirs,
.is-page .theirs,
.is-recall .theirs,
.is-scope .theirs {
  font-weight: 600;
}

.done .theirs {
  color: var(--soft);
  text-decoration: line-through;
}

.now label {
  background: var(--well);
  outline: 1px solid var(--move);
}

.danger .theirs {
  font-weight: 600;
}
</style>
