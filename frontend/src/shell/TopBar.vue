<script setup lang="ts">
/** The places, what is open, whether it is saved, and the few global controls. */
import { computed, defineAsyncComponent, ref } from 'vue'
import { useRoute } from 'vue-router'
import { canRedo, canUndo, redo, undo, undoLabel } from '@/saving/undo'
import { useShortcuts } from '@/shared/shortcuts'
import { themeId, THEMES } from '@/shared/theme'
import { distanceUnit } from '@/shared/units'
import { openThing } from './open'
import { PLACES } from './places'
import SaveState from './SaveState.vue'

const CommandPalette = defineAsyncComponent(() => import('./CommandPalette.vue'))
const ShortcutsDialog = defineAsyncComponent(() => import('./ShortcutsDialog.vue'))
const route = useRoute()
const shortcutsShown = ref(false)
const paletteShown = ref(false)

const shootPlaces = computed(() => {
  const { shootId, situationId } = route.params
  if (!shootId) return []
  const plan = { to: `/shoots/${String(shootId)}/plan/${String(situationId ?? '')}`, label: 'Plan' }
  const card = { to: `/shoots/${String(shootId)}/card/${String(situationId)}`, label: 'Card' }
  const rehearse = { to: `/shoots/${String(shootId)}/rehearse/${String(situationId)}`, label: 'Rehearse' }
  const focus = { to: `/shoots/${String(shootId)}/focus/${String(situationId)}`, label: 'Focus' }
  const sky = { to: `/shoots/${String(shootId)}/sky/${String(situationId)}`, label: 'Sky' }
  const pack = { to: `/shoots/${String(shootId)}/pack/${String(situationId ?? '')}`.replace(/\/$/, ''), label: 'Pack' }
  const review = { to: `/shoots/${String(shootId)}/review/${String(situationId ?? '')}`.replace(/\/$/, ''), label: 'Review' }
  return situationId ? [plan, sky, rehearse, focus, pack, card, review] : [plan, pack, review]
})
const isAt = (to: string): boolean => route.path === to || route.path.startsWith(`${to}/`)

function nextTheme(): void {
  const at = THEMES.findIndex((theme) => theme.id === themeId.value)
  themeId.value = THEMES[(at + 1) % THEMES.length]!.id
}

useShortcuts([
  { keys: 'Ctrl+K', does: 'Open or do anything by name', run: () => (paletteShown.value = !paletteShown.value) },
  { keys: '?', does: 'Show the shortcuts of this place', run: () => (shortcutsShown.value = true) },
  { keys: 'Ctrl+Z', does: 'Undo the last edit', run: undo },
  { keys: 'Ctrl+Shift+Z', does: 'Redo', run: redo },
  { keys: 'T', does: 'Next theme', run: nextTheme },
])
</script>

<template>
  <header class="bar">
    <RouterLink class="name" to="/shoots">Wide Aperture</RouterLink>
    <nav aria-label="Places">
      <RouterLink v-for="place in PLACES" :key="place.to" :to="place.to" :class="{ on: isAt(place.to) && !shootPlaces.length }">
        {{ place.label }}
      </RouterLink>
    </nav>
    <nav v-if="shootPlaces.length" class="within" aria-label="This shoot">
      <RouterLink v-for="place in shootPlaces" :key="place.label" :to="place.to" :class="{ on: isAt(place.to) }">
        {{ place.label }}
      </RouterLink>
      <a v-if="route.params.shootId" :href="`/pre-flight/${String(route.params.shootId)}`">Pre-flight</a>
    </nav>
    <span class="open narrow">{{ openThing }}</span>
    <SaveState />
    <button class="plain tool" :disabled="!canUndo" :title="canUndo ? `Undo: ${undoLabel} (Ctrl+Z)` : 'Nothing to undo'" @click="undo()">Undo</button>
    <button class="plain tool" :disabled="!canRedo" title="Redo (Ctrl+Shift+Z)" @click="redo()">Redo</button>
    <label class="tool">
      <span class="visually-hidden">Distances in</span>
      <select v-model="distanceUnit">
        <option value="m">m</option>
        <option value="ft">ft</option>
      </select>
    </label>
    <label class="tool">
      <span class="visually-hidden">Theme</span>
      <select v-model="themeId">
        <option v-for="theme in THEMES" :key="theme.id" :value="theme.id">{{ theme.label }}</option>
      </select>
    </label>
    <button class="plain tool" title="Open or do anything by name (Ctrl+K)" @click="paletteShown = true">Find</button>
    <button class="plain tool help" aria-label="Shortcuts" title="Shortcuts (?)" @click="shortcutsShown = true">?</button>
    <CommandPalette v-if="paletteShown" @close="paletteShown = false" />
    <ShortcutsDialog v-if="shortcutsShown" @close="shortcutsShown = false" />
  </header>
</template>

<style scoped>
.bar {
  display: flex;
  align-items: center;
  gap: 4px 14px;
  min-height: var(--top-height);
  padding: 0 16px;
  border-bottom: 1px solid var(--rule);
  white-space: nowrap;
}

.name {
  color: var(--ink);
  font-size: 16px;
  font-weight: 700;
  font-stretch: 75%;
  letter-spacing: 0.02em;
  text-decoration: none;
}

nav {
  display: flex;
  gap: 16px;
  margin-left: 8px;
}

nav a {
  padding: 4px 0 2px;
  border-bottom: 2px solid transparent;
  color: var(--soft);
  text-decoration: none;
}

nav a.on {
  border-color: var(--move);
  color: var(--ink);
}

.within {
  padding-left: 18px;
  border-left: 1px solid var(--rule);
}

.open {
  flex: 1;
  overflow: hidden;
  color: var(--soft);
  text-align: right;
  text-overflow: ellipsis;
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

@media (max-width: 900px) {
  nav {
    flex-wrap: wrap;
    gap: 0 14px;
  }

  .bar {
    flex-wrap: wrap;
    padding: 6px 12px;
  }

  .open {
    order: 5;
    flex-basis: 100%;
    text-align: left;
  }
}
</style>
