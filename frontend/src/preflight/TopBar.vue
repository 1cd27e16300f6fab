<script setup lang="ts">
/** The head of every page of the telephone: where it belongs, what it is, the other page, and day or night. */
import { ref } from 'vue'

defineProps<{ shoot: string; title: string; page: 'checklist' | 'cards'; inFile?: boolean }>()

const THEMES = ['day', 'dark', 'night-red'] as const
const NAMES = { day: 'Day', dark: 'Dark', 'night-red': 'Night red' }
const theme = ref((document.documentElement.dataset.theme ?? 'day') as (typeof THEMES)[number])
function nextTheme(): void {
  theme.value = THEMES[(THEMES.indexOf(theme.value) + 1) % THEMES.length]!
  document.documentElement.dataset.theme = theme.value
  try {
    localStorage.setItem('wa-theme', theme.value)
  } catch {
    // a browser that keeps nothing forgets the theme
  }
}
</script>

<template>
  <header>
    <div>
      <span v-if="inFile">Wide Aperture</span>
      <a v-else :href="`/shoots/${shoot}/plan/`">Wide Aperture</a>
      <nav aria-label="Pages">
        <a href="#" :aria-current="page === 'checklist' ? 'page' : undefined">Checklist</a>
        <a href="#cards" :aria-current="page === 'cards' ? 'page' : undefined">Cards</a>
      </nav>
      <button type="button" class="quiet" :aria-label="`Colours: ${NAMES[theme]}`" @click="nextTheme">{{ NAMES[theme] }}</button>
    </div>
    <h1>{{ title }}</h1>
    <slot />
  </header>
</template>
