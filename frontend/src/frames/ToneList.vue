<script setup lang="ts">
/** The tones of the plan's frame, by keyboard: where each lies, what becomes of it, and what the brief wishes for it. */
import { ref, watch } from 'vue'
import type { FrameRead } from '@/api/types'
import { signedStops } from '@/shared/format'
import { type Wish, WISHES } from './toneAt'

const props = defineProps<{ read: FrameRead; chosen: string | null }>()
const emit = defineEmits<{ wish: [tone: string, wish: Wish | 'none']; subject: [tone: string] }>()
const list = ref<HTMLElement | null>(null)
watch(
  () => props.chosen,
  (tone) => {
    // After the press that chose it: the browser gives the focus to what was pressed first.
    if (tone) setTimeout(() => list.value?.querySelector<HTMLElement>(`[data-tone="${tone}"] select`)?.focus(), 0)
  },
)
const FATES: Record<string, string> = { held: 'holds', lost: 'lost', allowed: 'lost, allowed', black: 'black', missed: 'does not hold' }
const lost = (share: number): string => (share >= 0.005 ? ` ${Math.round(share * 100)} %` : '')
</script>

<template>
  <ul ref="list" class="tones">
    <li v-for="tone in read.tones" :key="tone.name" :data-tone="tone.name" :class="{ chosen: tone.name === chosen }">
      <span class="name">{{ tone.name }}</span>
      <span class="ev">{{ signedStops(tone.ev) }} EV</span>
      <span :class="{ stop: tone.fate === 'missed' }">{{ FATES[tone.fate] }}{{ tone.fate === 'held' ? '' : lost(tone.lost) }}</span>
      <select
        :value="tone.asked ?? 'none'"
        :aria-label="`Wish for ${tone.name}`"
        @change="(event) => emit('wish', tone.name, (event.target as HTMLSelectElement).value as Wish | 'none')">
        <option v-for="wish in WISHES" :key="wish.value" :value="wish.value">{{ wish.label }}</option>
      </select>
      <button class="link" :aria-label="`${tone.name} is my subject`" @click="emit('subject', tone.name)">my subject</button>
    </li>
  </ul>
</template>

<style scoped>
.tones {
  container-type: inline-size;
  display: grid;
  gap: 2px;
  margin: 0;
  padding: 0;
  font-size: 12px;
  list-style: none;
}

li {
  display: grid;
  grid-template-columns: minmax(76px, 1fr) 62px minmax(80px, 1fr) auto auto;
  gap: 4px 8px;
  align-items: center;
}

li.chosen .name {
  font-weight: 700;
  text-decoration: underline;
}

.ev {
  text-align: right;
}

select {
  min-height: 26px;
  border: 1px solid var(--edge);
  background: var(--paper);
  color: var(--ink);
}

/* Beside the rulers a row of five would push the column out of the page: the wish goes under its tone. */
@container (max-width: 430px) {
  li {
    grid-template-columns: minmax(76px, 1fr) 62px minmax(80px, 1fr);
  }

  select {
    grid-column: 1 / span 2;
  }

  button {
    justify-self: start;
  }
}

@media (max-width: 900px) {
  select,
  button {
    min-height: 44px;
  }
}
</style>
