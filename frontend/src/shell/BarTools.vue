<script setup lang="ts">
/** The global controls: undo, redo, units, colours, settings, search and help. */
import { canRedo, canUndo, redo, redoLabel, undo, undoLabel } from '@/saving/undo'
import { themeId, THEMES } from '@/shared/theme'

const emit = defineEmits<{ find: []; help: [] }>()
</script>

<template>
  <div class="tools">
    <button class="plain tool" :disabled="!canUndo" :title="canUndo ? `Undo: ${undoLabel} (Ctrl+Z)` : 'Nothing to undo'" @click="undo()">Undo</button>
    <button class="plain tool" :disabled="!canRedo" :title="canRedo ? `Redo: ${redoLabel} (Ctrl+Shift+Z)` : 'Nothing to redo'" @click="redo()">
      Redo
    </button>
    <label class="tool theme">
      <span class="visually-hidden">Theme</span>
      <select v-model="themeId">
        <option v-for="theme in THEMES" :key="theme.id" :value="theme.id">{{ theme.label }}</option>
      </select>
    </label>
    <RouterLink class="tool" to="/settings">Settings</RouterLink>
    <button class="plain tool" title="Open or do anything by name (Ctrl+K)" @click="emit('find')">Find</button>
    <button class="plain tool help" aria-label="Shortcuts" title="Shortcuts (?)" @click="emit('help')">?</button>
  </div>
</template>

<style scoped>
.tools {
  display: flex;
  gap: 4px 14px;
  align-items: center;
}

.tool {
  color: var(--soft);
}

.tool:disabled {
  opacity: 0.5;
  cursor: default;
}

button.tool:not(:disabled):hover {
  color: var(--ink);
}

.help {
  width: 22px;
  height: 22px;
  border: 1px solid var(--edge);
  text-align: center;
}

select {
  border: 0;
  background: transparent;
  color: var(--soft);
  font: inherit;
}

select option {
  background: var(--sheet);
  color: var(--ink);
}

a.tool {
  text-decoration: none;
}

@media (max-width: 900px) {
  .tools {
    flex-flow: row wrap;
    flex-basis: 100%;
    gap: 0 6px;
  }

  .tool,
  .help {
    display: inline-flex;
    align-items: center;
    justify-content: center;
    min-width: 44px;
    min-height: 44px;
    padding: 0 8px;
  }

  select {
    min-height: 44px;
  }
}
</style>
