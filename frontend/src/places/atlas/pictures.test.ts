import { readdirSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import illustrations from './pictures/illustrations.json'

describe('the illustrations', () => {
  const files = readdirSync('src/places/atlas/pictures').filter((name) => name.endsWith('.jpg'))

  it('have a picture for every value, and none is left over', () => {
    const wanted = illustrations.flatMap(({ setting, values }) => values.map((_, k) => `${setting}-${k}.jpg`))
    expect([...files].sort()).toEqual([...wanted].sort())
  })

  it('show two values at least, no two alike', () => {
    for (const { setting, values } of illustrations) {
      expect(values.length, setting).toBeGreaterThan(1)
      expect(new Set<unknown>(values).size, setting).toBe(values.length)
    }
  })
})
