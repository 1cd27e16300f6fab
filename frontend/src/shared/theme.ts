/** The theme in use, and what the widgets make of it. */
import { useLocalStorage } from '@vueuse/core'
import { computed, watchEffect } from 'vue'
import { type ThemeId, TOKENS } from './themeTokens'

export { type ThemeId, THEMES } from './themeTokens'

export const themeId = useLocalStorage<ThemeId>('wa-theme', 'day')

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
    motionDurationFast: '0s',
    motionDurationMid: '0s',
    motionDurationSlow: '0s',
  }
})

watchEffect(() => {
  document.documentElement.dataset.theme = themeId.value
})
