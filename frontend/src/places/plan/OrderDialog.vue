<script setup lang="ts">
/** The situations of a shoot in their order: dragged by the grip, or moved by the buttons. */
import { Modal } from 'ant-design-vue'
import { computed, nextTick, ref } from 'vue'
import type { PlannedSituation } from '@/api/types'
import { clockText } from '@/shared/format'
import { useReturningFocus } from '@/shared/useReturningFocus'
import { useRowDrag } from './useRowDrag'

const props = defineProps<{ situations: readonly PlannedSituation[] }>()
const emit = defineEmits<{ close: []; move: [from: number, to: number] }>()
const list = ref<HTMLElement | null>(null)
const { dragged, begin } = useRowDrag(list, (from, to) => emit('move', from, to))
/** While dragged the rows stay where they are, as a moved element loses its pointer; a line shows where the dragged one would go. */
const shown = computed(() => props.situations.map(({ situation }) => situation))
function mark(k: number): string {
  const now = dragged.value
  if (!now) return ''
  if (k === now.from) return 'held'
  return k === now.to ? (now.to < now.from ? 'before' : 'after') : ''
}
const hours = ({ starts_at_min: from, ends_at_min: to }: PlannedSituation['situation']): string =>
  typeof from === 'number' ? [clockText(from), ...(typeof to === 'number' ? [clockText(to)] : [])].join(' – ') : 'no hours'
async function move(from: number, by: number): Promise<void> {
  const to = from + by
  if (to < 0 || to >= props.situations.length) return
  emit('move', from, to)
  await nextTick()
  const row = list.value?.children[to]
  row?.querySelector<HTMLElement>(by < 0 ? '.earlier' : '.later')?.focus()
}
useReturningFocus(() => emit('close'))
</script>

<template>
  <Modal open title="Order of the situations" :footer="null" :width="520" @cancel="emit('close')">
    <p class="soft">Drag by the grip, or use the arrows. Hours are not changed; undo puts them back.</p>
    <ol ref="list">
      <li v-for="(situation, k) in shown" :key="situation.id" :class="mark(k)">
        <span class="grip" title="Drag" @pointerdown="begin($event, k)">⠿</span>
        <b class="number">{{ k + 1 }}</b>
        <span class="name">{{ situation.title }}</span>
        <span class="soft">{{ hours(situation) }}</span>
        <button type="button" class="plain earlier" :aria-label="`${situation.title}: one earlier`" :disabled="!k" @click="move(k, -1)">↑</button>
        <button
          type="button"
          class="plain later"
          :aria-label="`${situation.title}: one later`"
          :disabled="k === shown.length - 1"
          @click="move(k, 1)">
          ↓
        </button>
      </li>
    </ol>
  </Modal>
</template>

<style scoped>
ol {
  margin: 10px 0 0;
  padding: 0;
  list-style: none;
}

li {
  display: grid;
  grid-template-columns: 32px 22px minmax(0, 1fr) max-content 32px 32px;
  gap: 6px;
  align-items: center;
  min-height: 36px;
  border-top: 1px solid var(--rule);
}

.held {
  background: var(--move-faint);
}

.before {
  box-shadow: inset 0 3px 0 var(--move);
}

.after {
  box-shadow: inset 0 -3px 0 var(--move);
}

.grip {
  color: var(--soft);
  font-size: 20px;
  line-height: 36px;
  text-align: center;
  cursor: grab;
  touch-action: none;
  user-select: none;
}

.name {
  overflow: hidden;
  text-overflow: ellipsis;
}

li button {
  min-height: 32px;
  text-align: center;
}

li button:disabled {
  opacity: 0.35;
}

@media (max-width: 760px) {
  li {
    grid-template-columns: 44px 22px minmax(0, 1fr) 44px 44px;
    min-height: 46px;
  }

  li .soft {
    display: none;
  }

  li button {
    min-height: 44px;
  }
}
</style>
