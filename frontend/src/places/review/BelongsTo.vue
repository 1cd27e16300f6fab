<script setup lang="ts">
/** Which situation a frame belongs to, put right by hand: it alone, or its whole burst; undone like any other deed. */
import { computed, ref } from 'vue'
import type { FrameSummary } from '@/api/types'
import { burstRound } from './bursts'

const props = defineProps<{ frame: FrameSummary; frames: readonly FrameSummary[]; situations: readonly { id: string; title: string }[] }>()
const emit = defineEmits<{ move: [ids: string[], to: string | null | 'none', label: string] }>()
const whole = ref(true)
const burst = computed(() => burstRound(props.frames, props.frame))

function move(event: Event): void {
  const select = event.target as HTMLSelectElement
  const to = select.value
  select.value = ''
  if (!to) return
  const ids = (whole.value ? burst.value : [props.frame]).map((each) => each.id)
  const where = to === 'found' ? 'as found' : to === 'none' ? 'no situation' : (props.situations.find((each) => each.id === to)?.title ?? '')
  emit('move', ids, to === 'found' ? null : to, `${ids.length} ${ids.length === 1 ? 'frame' : 'frames'} to ${where}`)
}
</script>

<template>
  <span class="belongs">
    <label>
      Belongs to
      <select @change="move">
        <option value="">{{ frame.situation_id ? 'as you said' : 'as found' }}</option>
        <option v-for="each in situations" :key="each.id" :value="each.id">{{ each.title }}</option>
        <option value="none">no situation</option>
        <option v-if="frame.situation_id" value="found">as found by time and light</option>
      </select>
    </label>
    <label v-if="burst.length > 1"><input v-model="whole" type="checkbox" /> with its burst of {{ burst.length }}</label>
  </span>
</template>

<style scoped>
.belongs {
  display: inline-flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  align-items: baseline;
}

select {
  padding: 2px 4px;
  border: 1px solid var(--edge);
  background: var(--well);
  color: inherit;
  font: inherit;
}
</style>
