/** The three themes: grey day, dark, and red for eyes used to the night. */
import { useLocalStorage } from '@vueuse/core'
import { computed, watchEffect } from 'vue'

export const THEMES = [
  { id: 'day', label: 'Grey day' },
  { id: 'dark', label: 'Dark' },
  { id: 'night-red', label: 'Night red' },
] as const
export type ThemeId = (typeof THEMES)[number]['id']

export const themeId = useLocalStorage<ThemeId>('wa-theme', 'day')

const TOKENS: Record<ThemeId, Record<string, string>> = {
  day: { wall: '#d3d3d2', sheet: '#e6e6e5', ink: '#1b1c1c', soft: '#4c4f51', edge: '#7b7e7f', move: '#0a6364', stop: '#94301f', cost: '#7d5200' },
  dark: { wall: '#1e2021', sheet: '#2a2c2d', ink: '#e6e7e6', soft: '#a9adae', edge: '#6b6e6f', move: '#55b9b5', stop: '#e87d69', cost: '#dba24a' },
  'night-red': {
    wall: '#0d0202',
    sheet: '#1a0504',
    ink: '#e8604d',
    soft: '#b8432f',
    edge: '#7a2417',
    move: '#ff8a72',
    stop: '#ff5a40',
    cost: '#d9553a',
  },
}

export const widgetTokens = computed(() => {
  const t = TOKENS[themeId.value]
  return {
    colorPrimary: t.move,
    colorLink: t.move,
    colorError: t.stop,
    colorWarning: t.cost,
    colorText: t.ink,
    colorTextSecondary: t.soft,
    colorTextPlaceholder: t.soft,
    colorTextDescription: t.soft,
    colorBgContainer: t.sheet,
    colorBgElevated: t.sheet,
    colorBgLayout: t.wall,
    colorBorder: t.edge,
    colorBorderSecondary: t.edge,
    colorTextLightSolid: themeId.value === 'day' ? '#ffffff' : t.wall,
    borderRadius: 2,
    borderRadiusLG: 2,
    borderRadiusSM: 2,
    boxShadow: 'none',
    boxShadowSecondary: 'none',
    fontFamily: "'Archivo Variable', Arial, sans-serif",
    fontSize: 13,
    controlHeight: 30,
    wireframe: true,
    motion: false,
  }
})

watchEffect(() => {
  document.documentElement.dataset.theme = themeId.value
})
