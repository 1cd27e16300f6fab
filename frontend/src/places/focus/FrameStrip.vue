<script setup lang="ts">
/** The frames of one run as they were taken, to step through: filled sharp, crossed soft, with how far off each is. */
import { nextTick, ref } from 'vue'
import { fixed } from '@/shared/numberText'
import type { Trace } from '@/api/types'

const props = defineProps<{ trace: Trace; name: string }>()
const at = defineModel<number>('at', { required: true })
const strip = ref<HTMLElement | null>(null)

function key(event: KeyboardEvent): void {
  const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key]
  const to = event.key === 'Home' ? 0 : event.key === 'End' ? props.trace.frames.length - 1 : by === undefined ? null : at.value + by
  if (to === null) return
  event.preventDefault()
  at.value = Math.min(Math.max(to, 0), props.trace.frames.length - 1)
  void nextTick(() => strip.value?.querySelector<HTMLElement>('[tabindex="0"]')?.focus())
}
const said = (frame: Trace['frames'][number], i: number): string =>
  `Frame ${i + 1}, ${fixed(frame.at_s, 2)} s: ${frame.sharp ? 'sharp' : `${fixed(Math.abs(frame.off), 1)} discs of confusion ${frame.off > 0 ? 'behind' : 'before'} the subject`}`
</script>

<template>
  <div ref="strip" class="strip" role="toolbar" :aria-label="`Frames of ${name}`">
    <button
      v-for="(frame, i) in trace.frames"
      :key="i"
      type="button"
      class="plain"
      :class="{ sharp: frame.sharp, on: i === at }"
      :tabindex="i === at ? 0 : -1"
      :aria-label="said(frame, i)"
      :aria-pressed="i === at"
      :title="said(frame, i)"
      @keydown="key"
      @click="at = i">
      {{ frame.sharp ? '●' : '×' }}
    </button>
    <p v-if="!trace.frames.length" class="soft">No frame was released: focus was never confirmed.</p>
  </div>
</template>

<style scoped>
.strip {
  display: flex;
  flex-wrap: wrap;
  gap: 2px;
}

button {
  width: 20px;
  height: 24px;
  border: 1px solid var(--rule);
  color: var(--stop);
  line-height: 20px;
  text-align: center;
}

button.sharp {
  color: var(--ink);
}

button.on {
  border-color: var(--move);
  background: var(--well);
  box-shadow: inset 0 -3px var(--move);
}

@media (max-width: 900px) {
  button {
    width: 30px;
    height: 44px;
  }
}
</style>
