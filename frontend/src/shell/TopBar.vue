<script setup lang="ts">
/** The places, what is open, whether it is saved, and the few global controls. */
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { redo, undo } from '@/saving/undo'
import { useShortcuts } from '@/shared/shortcuts'
import { themeId, THEMES } from '@/shared/theme'
import { distanceUnit } from '@/shared/units'
import BarTools from './BarTools.vue'
import { openThing } from './open'
import { PLACES } from './places'
import SaveState from './SaveState.vue'
import WorkingLine from './WorkingLine.vue'

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

const menuShown = ref(false)
watch(
  () => route.fullPath,
  () => (menuShown.value = false),
)
/** Where one is, for the bar that has no room for all the places. */
const hereLabel = computed(() => [...shootPlaces.value, ...PLACES].find((place) => isAt(place.to))?.label ?? openThing.value)

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
  { keys: 'U', does: 'Feet or metres', run: () => (distanceUnit.value = distanceUnit.value === 'ft' ? 'm' : 'ft') },
])
</script>

<template>
  <header class="bar" :class="{ unfolded: menuShown }">
    <RouterLink class="name" to="/shoots">Wide Aperture</RouterLink>
    <span class="here narrow">{{ hereLabel }}</span>
    <button class="plain menu" type="button" :aria-expanded="menuShown" aria-controls="bar-menu" @click="menuShown = !menuShown">
      {{ menuShown ? 'Close' : 'Menu' }}
    </button>
    <div id="bar-menu" class="folds">
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
      <BarTools @find="paletteShown = true" @help="shortcutsShown = true" />
    </div>
    <SaveState />
    <WorkingLine />
    <CommandPalette v-if="paletteShown" @close="paletteShown = false" />
    <ShortcutsDialog v-if="shortcutsShown" @close="shortcutsShown = false" />
  </header>
</template>

<style scoped>
.bar {
  display: flex;
  position: relative;
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

.folds {
  display: flex;
  flex: 1;
  align-items: center;
  gap: 4px 14px;
  min-width: 0;
}

.here,
.menu {
  display: none;
}

/* Once a shoot is open the bar is full. It stands close together before already, so that nothing moves when one is opened. */
@media (max-width: 1440px) and (min-width: 901px) {
  .bar nav {
    gap: 11px;
    margin-left: 4px;
    font-stretch: 88%;
  }

  .bar .within {
    padding-left: 12px;
  }

  .bar :deep(.theme) {
    display: none;
  }
}

@media (max-width: 1120px) and (min-width: 901px) {
  .bar:has(.within) nav,
  .bar:has(.within) :deep(.tools) {
    gap: 8px;
    font-stretch: 78%;
  }

  .bar:has(.within) .folds {
    gap: 4px 8px;
  }
}

/* On a narrow page one line is left of it; the rest unfolds. */
@media (max-width: 900px) {
  .bar {
    padding: 0 12px;
  }

  .here {
    display: block;
    flex: 1;
    overflow: hidden;
    color: var(--soft);
    text-overflow: ellipsis;
  }

  .menu {
    display: block;
    order: 3;
    min-width: 44px;
    min-height: 44px;
    text-align: center;
  }

  .folds {
    display: none;
  }

  .unfolded {
    flex-wrap: wrap;
  }

  .unfolded .folds {
    display: flex;
    flex-flow: row wrap;
    flex-basis: 100%;
    order: 4;
    gap: 0 6px;
    padding-bottom: 8px;
    border-top: 1px solid var(--rule);
  }

  .folds nav {
    flex-wrap: wrap;
    flex-basis: 100%;
    gap: 0 6px;
    margin: 0;
    padding: 0;
    border: 0;
  }

  .folds nav a {
    display: inline-flex;
    align-items: center;
    justify-content: center;
    min-width: 44px;
    min-height: 44px;
    padding: 0 8px;
  }

  .open {
    flex-basis: 100%;
    text-align: left;
  }
}
</style>
