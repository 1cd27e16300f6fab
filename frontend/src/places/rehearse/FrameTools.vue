<script setup lang="ts">
/** One bar over the frame: what a click does (the tool of the open reading), what is kept, shown and compared. */
defineProps<{ kept: boolean; count: number; summary: string; clickDoes: string }>()
const emit = defineEmits<{ keep: []; add: [] }>()
const pixels = defineModel<boolean>('pixels', { required: true })
const showKept = defineModel<boolean>('showKept', { required: true })
const comparing = defineModel<boolean>('comparing', { required: true })
</script>

<template>
  <div class="tools">
    <span class="soft does">{{ clickDoes }}</span>
    <button class="plain tool" :aria-pressed="pixels" @click="pixels = !pixels">{{ pixels ? 'Whole frame' : '100 %' }}</button>
    <button class="plain tool" title="A: remembers this frame, to look at it beside what you try next" @click="emit('keep')">Keep</button>
    <button
      class="plain tool"
      :disabled="!kept"
      :title="kept ? 'Hold, or press B: the kept frame and this one in turn' : 'Keep a frame first'"
      :aria-pressed="showKept"
      @pointerdown="showKept = true"
      @pointerup="showKept = false"
      @pointerleave="showKept = false"
      @keydown.enter.prevent="showKept = !showKept">
      Show kept
    </button>
    <button class="plain tool" :disabled="count >= 4" title="V: up to four frames to lay side by side" @click="emit('add')">Add variant</button>
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

.does {
  font-size: 12px;
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
