<script setup lang="ts">
/** What a click in the frame does, and what is kept, shown and compared. */
import PickRow from '@/shared/PickRow.vue'

export type ClickDoes = 'point' | 'card' | 'closer'
defineProps<{ kept: boolean; count: number; summary: string }>()
const emit = defineEmits<{ keep: []; add: [] }>()
const click = defineModel<ClickDoes>('click', { required: true })
const pixels = defineModel<boolean>('pixels', { required: true })
const showKept = defineModel<boolean>('showKept', { required: true })
const comparing = defineModel<boolean>('comparing', { required: true })
</script>

<template>
  <div class="tools">
    <PickRow
      v-model:value="click"
      spoken
      label="A click in the frame"
      :options="[
        { value: 'point', label: 'Meter point' },
        { value: 'card', label: 'Read card' },
        { value: 'closer', label: 'Closer' },
      ]" />
    <button class="plain tool" :aria-pressed="pixels" @click="pixels = !pixels">{{ pixels ? 'Whole frame' : '100 %' }}</button>
    <button class="plain tool" title="A" @click="emit('keep')">Keep</button>
    <button
      class="plain tool"
      :disabled="!kept"
      title="Hold, or press B"
      :aria-pressed="showKept"
      @pointerdown="showKept = true"
      @pointerup="showKept = false"
      @pointerleave="showKept = false"
      @keydown.enter.prevent="showKept = !showKept">
      Show kept
    </button>
    <button class="plain tool" :disabled="count >= 4" title="V" @click="emit('add')">Add variant</button>
    <button class="plain tool" :disabled="!count" :aria-pressed="comparing" title="C" @click="comparing = !comparing">
      {{ comparing ? 'Back to the frame' : `Compare ${count || ''}` }}
    </button>
    <span class="summary" role="status"
      ><b>{{ summary }}</b></span
    >
  </div>
</template>

<style scoped>
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: center;
}

.tool {
  color: var(--move);
  text-decoration: underline;
  text-underline-offset: 2px;
}

.tool:disabled {
  color: var(--soft);
  text-decoration: none;
  cursor: default;
}

.tool[aria-pressed='true'] {
  font-weight: 700;
}

.summary {
  margin-left: auto;
}
</style>
