<script setup lang="ts">
/** Over a list: words to find, a filter, an order, what was put away; and what is done to several rows at once. */
import { ref } from 'vue'
import { useShortcuts } from '@/shared/shortcuts'

const props = defineProps<{
  what: string
  view: {
    how: {
      orders: readonly { id: string; label: string }[]
      narrowing?: { label: string; options: readonly { value: string; label: string }[] } | undefined
    }
    wishes: { words: string; order: string; only: string; archived: boolean }
    wish: (part: 'q' | 'by' | 'only' | 'archived', value: string) => void
    found: readonly unknown[]
    archivedCount: number
    chosen: readonly string[]
    pickAll: () => void
    pickNone: () => void
  }
  /** No key of its own: another list of the place has it. */
  noShortcut?: boolean
}>()
const field = ref<HTMLInputElement | null>(null)
if (!props.noShortcut) useShortcuts([{ keys: '/', does: `Search the ${props.what}`, run: () => field.value?.focus() }])
</script>

<template>
  <div class="tools no-print" role="search" :aria-label="`Find ${what}`">
    <input
      ref="field"
      class="line words"
      type="search"
      :value="view.wishes.words"
      :aria-label="`Search the ${what}`"
      :placeholder="`Search the ${what}`"
      @input="view.wish('q', ($event.target as HTMLInputElement).value)" />
    <span v-if="view.how.narrowing && view.how.narrowing.options.length > 1" class="choice">
      <span class="soft" aria-hidden="true">{{ view.how.narrowing.label }}</span>
      <select
        :value="view.wishes.only"
        class="line"
        :aria-label="`${view.how.narrowing.label} of the ${what}`"
        @change="view.wish('only', ($event.target as HTMLSelectElement).value)">
        <option value="">all</option>
        <option v-for="option in view.how.narrowing.options" :key="option.value" :value="option.value">{{ option.label }}</option>
      </select>
    </span>
    <span v-if="view.how.orders.length > 1" class="choice">
      <span class="soft" aria-hidden="true">By</span>
      <select
        :value="view.wishes.order || view.how.orders[0]!.id"
        class="line"
        :aria-label="`Order of the ${what}`"
        @change="view.wish('by', ($event.target as HTMLSelectElement).value)">
        <option v-for="order in view.how.orders" :key="order.id" :value="order.id">{{ order.label }}</option>
      </select>
    </span>
    <label v-if="view.archivedCount || view.wishes.archived" class="check">
      <input
        type="checkbox"
        :checked="view.wishes.archived"
        @change="view.wish('archived', ($event.target as HTMLInputElement).checked ? '1' : '')" />
      Archived ({{ view.archivedCount }})
    </label>
    <div v-if="view.chosen.length" class="bulk" role="group" :aria-label="`With ${view.chosen.length} ${what}`">
      <b>{{ view.chosen.length }} chosen</b>
      <slot name="bulk" />
      <button class="link" type="button" @click="view.pickAll()">{{ view.chosen.length === view.found.length ? 'None' : 'All' }}</button>
      <button class="link" type="button" @click="view.pickNone()">Done</button>
    </div>
  </div>
</template>

<style scoped>
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: center;
  margin-bottom: 6px;
}

.words {
  width: 240px;
}

label,
.choice {
  display: flex;
  gap: 6px;
  align-items: center;
  font-size: 12px;
}

select.line {
  width: auto;
}

.bulk {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 12px;
  align-items: center;
  flex-basis: 100%;
  padding: 5px 8px;
  background: var(--sheet);
}
</style>
