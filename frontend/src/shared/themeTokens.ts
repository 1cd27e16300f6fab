/** The three themes: grey day, dark, and red for eyes used to the night. */
export const THEMES = [
  { id: 'day', label: 'Grey day' },
  { id: 'dark', label: 'Dark' },
  { id: 'night-red', label: 'Night red' },
] as const
export type ThemeId = (typeof THEMES)[number]['id']

/** As styles/tokens.css has them: the widgets take values, not variables. themeTokens.test.ts holds the two together. */
export const TOKENS: Record<ThemeId, Record<string, string>> = {
  day: { wall: '#d3d3d2', sheet: '#e6e6e5', ink: '#1b1c1c', soft: '#4c4f51', edge: '#6f7273', move: '#0a6364', stop: '#94301f', cost: '#7d5200' },
  dark: { wall: '#1e2021', sheet: '#2a2c2d', ink: '#e6e7e6', soft: '#a9adae', edge: '#787b7d', move: '#55b9b5', stop: '#e87d69', cost: '#dba24a' },
  'night-red': {
    wall: '#0d0202',
    sheet: '#1a0504',
    ink: '#e8604d',
    soft: '#d2553f',
    edge: '#a83c2c',
    move: '#ff8a72',
    stop: '#ff5a40',
    cost: '#ee6a45',
  },
}
