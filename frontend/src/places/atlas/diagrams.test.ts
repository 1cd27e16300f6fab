import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { DIAGRAMS } from './diagrams'

interface Entry {
  id: string
  kind: string
  options?: { id: string }[]
}
const folder = '../wide_aperture/core/craft/data/settings'
const entries: Entry[] = ['focus', 'drive'].flatMap(
  (group) => (JSON.parse(readFileSync(`${folder}/${group}.json`, 'utf8')) as { settings: Entry[] }).settings,
)

describe('the diagrams', () => {
  it('stand for every focus and drive setting, and for no other', () => {
    expect(Object.keys(DIAGRAMS).sort()).toEqual(entries.map(({ id }) => id).sort())
  })

  it('name values the catalogue has, each once, two at least, with a sentence', () => {
    for (const entry of entries) {
      const panels = DIAGRAMS[entry.id]!
      const values = panels.map(({ value }) => value)
      expect(new Set(values).size, entry.id).toBe(panels.length)
      expect(panels.length, entry.id).toBeGreaterThan(1)
      if (entry.kind === 'choice') {
        const known = entry.options!.map(({ id }) => id)
        for (const value of values) expect(known, entry.id).toContain(value)
      }
      for (const { drawing } of panels) expect(drawing.says, entry.id).toMatch(/\.$/)
    }
  })

  it('differ between the values of a setting', () => {
    for (const [id, panels] of Object.entries(DIAGRAMS)) {
      const drawn = panels.map(({ drawing: { says, ...rest } }) => `${JSON.stringify(rest)}${id === 'peaking_colour' ? says : ''}`)
      expect(new Set(drawn).size, id).toBe(drawn.length)
    }
  })
})
