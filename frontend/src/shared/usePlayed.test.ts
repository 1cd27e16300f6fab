import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, ref } from 'vue'
import { usePlayed } from './usePlayed'

describe('pictures that are played', () => {
  const scope = effectScope()
  beforeEach(() => void vi.useFakeTimers())
  afterEach(() => void vi.useRealTimers())

  it('go to the last and stay there, and begin anew when asked again', () => {
    const at = ref(0)
    const { isActive, toggle } = scope.run(() => usePlayed(at, () => 2, 100))!
    expect(isActive.value).toBe(false)
    toggle()
    vi.advanceTimersByTime(150)
    expect(at.value).toBe(1)
    vi.advanceTimersByTime(1000)
    expect([at.value, isActive.value]).toEqual([2, false])
    toggle()
    expect([at.value, isActive.value]).toEqual([0, true])
  })

  it('are held where they are, and go on from there', () => {
    const at = ref(0)
    const { isActive, toggle } = scope.run(() => usePlayed(at, () => 5, 100))!
    toggle()
    vi.advanceTimersByTime(250)
    toggle()
    vi.advanceTimersByTime(500)
    expect([at.value, isActive.value]).toEqual([2, false])
    toggle()
    vi.advanceTimersByTime(100)
    expect(at.value).toBe(3)
  })
})
