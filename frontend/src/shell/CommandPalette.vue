<script setup lang="ts">
/** One field to open or do anything by name. Arrow keys choose, Enter does it, Escape leaves. */
import { Modal } from 'ant-design-vue'
import { computed, nextTick, onMounted, ref, watch } from 'vue'
import { useFound } from '@/shared/useFound'
import { type Command, foundCommands, useCommands } from './commands'
import { useReturningFocus } from '@/shared/useReturningFocus'

const emit = defineEmits<{ close: [] }>()
const sought = ref('')
const at = ref(0)
const all = useCommands()
const answer = useFound(() => sought.value)
const listed = computed(() => foundCommands(all.value, sought.value, answer.value))
const field = ref<HTMLInputElement | null>(null)
const list = ref<HTMLElement | null>(null)
watch(sought, () => (at.value = 0))
onMounted(async () => {
  await nextTick()
  field.value?.focus()
})

async function move(by: number): Promise<void> {
  const count = listed.value.length
  if (!count) return
  at.value = (at.value + by + count) % count
  await nextTick()
  list.value?.querySelector('[aria-selected="true"]')?.scrollIntoView({ block: 'nearest' })
}
function run(command: Command | undefined): void {
  if (!command) return
  emit('close')
  command.run()
}
useReturningFocus(() => emit('close'))
</script>

<template>
  <Modal open :closable="false" :footer="null" :width="560" aria-label="Command palette" @cancel="emit('close')">
    <input
      ref="field"
      v-model="sought"
      class="field-of"
      role="combobox"
      aria-expanded="true"
      aria-controls="commands"
      aria-label="Open or do"
      :aria-activedescendant="listed.length ? `command-${at}` : undefined"
      placeholder="Open or do… a place, a situation, a setting, an action"
      autocomplete="off"
      @keydown.down.prevent="move(1)"
      @keydown.up.prevent="move(-1)"
      @keydown.enter.prevent="run(listed[at])" />
    <ul id="commands" ref="list" role="listbox" aria-label="Found">
      <!-- eslint-disable-next-line vuejs-accessibility/click-events-have-key-events, vuejs-accessibility/interactive-supports-focus -- the field keeps the focus and names the active option -->
      <li
        v-for="(command, index) in listed"
        :id="`command-${index}`"
        :key="command.kind + command.id"
        role="option"
        :aria-selected="index === at"
        @mousemove="at = index"
        @click="run(command)">
        <span
          >{{ command.label }} <span v-if="command.kind === 'Situation'" class="soft">{{ command.text }}</span></span
        >
        <kbd v-if="command.keys">{{ command.keys }}</kbd>
        <span class="soft narrow">{{ command.kind }}</span>
      </li>
    </ul>
    <p v-if="!listed.length" class="soft">Nothing by that name.</p>
  </Modal>
</template>

<style scoped>
.field-of {
  width: 100%;
  padding: 6px 0;
  border: 0;
  border-bottom: 1px solid var(--edge);
  background: transparent;
  color: var(--ink);
  font: inherit;
  font-size: 16px;
}

.field-of:focus {
  outline: none;
  border-color: var(--move);
}

ul {
  max-height: min(420px, 60vh);
  margin: 8px 0 0;
  padding: 0;
  overflow-y: auto;
  list-style: none;
}

li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) max-content 96px;
  gap: 12px;
  align-items: baseline;
  padding: 4px 8px;
  cursor: pointer;
}

li > :last-child {
  grid-column: 3;
  text-align: right;
}

li[aria-selected='true'] {
  background: var(--move);
  color: var(--on-move);
}

li[aria-selected='true'] .soft {
  color: inherit;
}

kbd {
  font: inherit;
  font-size: 12px;
}
</style>
