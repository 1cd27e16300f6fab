import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { THEMES, TOKENS } from './themeTokens'

const sheet = readFileSync('src/styles/tokens.css', 'utf8')
/** The variables of each theme's block; the first block is the day. */
const blocks = Object.fromEntries(
  [...sheet.matchAll(/(:root|\[data-theme='([\w-]+)'\]) \{([^}]*)\}/g)].map(([, , name, body]) => [
    name ?? 'day',
    Object.fromEntries([...body!.matchAll(/--([\w-]+): (#[0-9a-f]{6})/g)].map(([, key, value]) => [key, value])),
  ]),
) as Record<string, Record<string, string>>

/** Relative luminance and contrast as WCAG 2.2 defines them. */
function luminance(colour: string): number {
  const [r, g, b] = [1, 3, 5].map((at) => {
    const share = parseInt(colour.slice(at, at + 2), 16) / 255
    return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4
  }) as [number, number, number]
  return 0.2126 * r + 0.7152 * g + 0.0722 * b
}
function contrast(a: string, b: string): number {
  const [dark, light] = [luminance(a), luminance(b)].sort((x, y) => x - y) as [number, number]
  return (light + 0.05) / (dark + 0.05)
}

describe('the themes', () => {
  it('are the same for the widgets as for the pages', () => {
    for (const { id } of THEMES) expect(blocks[id], id).toMatchObject(TOKENS[id])
  })

  it('can be read: text 4.5 to 1 on every ground, edges of fields 3 to 1', () => {
    for (const { id } of THEMES)
      for (const ground of ['wall', 'sheet', 'well']) {
        const tokens = blocks[id]!
        for (const text of ['ink', 'soft', 'move', 'cost', 'stop'])
          expect(contrast(tokens[text]!, tokens[ground]!), `${id}: ${text} on ${ground}`).toBeGreaterThanOrEqual(4.5)
        expect(contrast(tokens.edge!, tokens[ground]!), `${id}: edge on ${ground}`).toBeGreaterThanOrEqual(3)
        expect(contrast(tokens['on-move']!, tokens.move!), id).toBeGreaterThanOrEqual(4.5)
      }
  })
})
