<script setup lang="ts">
/** A new body: what to change from its factory state, once. Ticks stay in this browser until all is set. */
import { useLocalStorage } from '@vueuse/core'
import { Button, Checkbox } from 'ant-design-vue'
import { computed, ref } from 'vue'
import type { Body, FactoryChange } from '@/api/types'
import { currentOf, loadKind, useEntry } from '@/saving/documents'
import { useOpenThing } from '@/shell/open'
import { useReviews } from './useReviews'

const props = defineProps<{ id: string }>()
const loaded = ref(false)
const failed = ref('')
loadKind('bodies')
  .catch((error: Error) => (failed.value = error.message))
  .finally(() => (loaded.value = true))
const entry = useEntry('bodies', () => props.id)
const body = computed<Body | null>(() => (entry.value ? currentOf(entry.value) : null))
const { answers, isReviewed, review } = useReviews(() => (body.value ? [body.value] : []))
const changes = computed<FactoryChange[]>(() => answers.data.value?.[props.id] ?? [])
const ticked = useLocalStorage<string[]>(`wa-review-${props.id}`, [])
const left = computed(() => changes.value.filter((item) => !ticked.value.includes(item.setting)).length)
const groups = computed(() => {
  const found = new Map<string, FactoryChange[]>()
  for (const item of changes.value) found.set(item.group, [...(found.get(item.group) ?? []), item])
  return [...found]
})

function tick(setting: string, on: boolean): void {
  ticked.value = on ? [...ticked.value, setting] : ticked.value.filter((each) => each !== setting)
}
function finish(): void {
  review(props.id, true)
  ticked.value = []
}
const print = (): void => window.print()
useOpenThing(() => body.value?.name ?? '')
</script>

<template>
  <div class="page">
    <p class="no-print"><RouterLink to="/gear">Gear</RouterLink></p>
    <div v-if="loaded && !body" class="empty">
      <p>{{ failed || 'There is no such body (any more).' }}</p>
    </div>
    <template v-else-if="body">
      <div class="page-head">
        <h1>{{ body.name }}: {{ changes.length }} things to change from factory</h1>
        <div class="actions no-print">
          <Button @click="print">Print</Button>
          <Button v-if="isReviewed(id)" @click="review(id, false)">Not set after all</Button>
          <Button v-else type="primary" @click="finish">{{ left ? 'All are set' : 'Set: done with this body' }}</Button>
        </div>
      </div>
      <p class="soft">
        <template v-if="isReviewed(id)">Set on this body. Changing the foundation asks for it again.</template>
        <template v-else
          >{{ left }} left. They follow from your <RouterLink to="/gear/foundation">foundation</RouterLink>; what a situation decides is not among
          them.</template
        >
      </p>
      <p v-if="answers.isPending.value" class="soft" aria-busy="true">Comparing…</p>
      <p v-else-if="answers.error.value" class="stop" role="alert">{{ answers.error.value.message }}</p>
      <section v-for="[group, items] in groups" :key="group">
        <h2>{{ group }}</h2>
        <label v-for="item in items" :key="item.setting" class="row" :class="{ done: isReviewed(id) || ticked.includes(item.setting) }">
          <Checkbox
            :checked="isReviewed(id) || ticked.includes(item.setting)"
            :disabled="isReviewed(id)"
            :aria-label="item.label"
            @update:checked="(on: boolean) => tick(item.setting, on)" />
          <span>{{ item.label }}</span>
          <span
            ><span class="soft">{{ item.factory }} →</span> <b>{{ item.wanted }}</b></span
          >
          <span class="soft">{{ item.because }}</span>
        </label>
      </section>
    </template>
  </div>
</template>

<style scoped>
h2 {
  margin: 14px 0 4px;
}

.row {
  display: grid;
  grid-template-columns: 20px 190px 250px minmax(0, 1fr);
  gap: 4px 14px;
  padding: 5px 0;
  border-top: 1px solid var(--rule);
}

.done span {
  color: var(--soft);
}

@media (max-width: 760px) {
  .row {
    grid-template-columns: 20px 1fr;
  }

  .row span:nth-of-type(n + 3) {
    grid-column: 2;
  }
}
</style>
