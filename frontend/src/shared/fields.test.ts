// @vitest-environment happy-dom
/** Small helpers of fields and lists: half-typed texts, names in words, still order, shortcuts, moments. */
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, nextTick, ref } from 'vue'
import { useStillOrder } from './useStillOrder'
import { fieldInWords, valueInWords } from './fieldNames'
import { listenForShortcuts, shortcuts, useShortcuts } from './shortcuts'
import { zoneOptions } from './zones'

describe('half-typed texts', () => {
  beforeEach(() => {
    sessionStorage.clear()
    vi.resetModules()
  })

  it('survive a reload of the tab until they are dropped', async () => {
    const first = await import('./drafts')
    first.keepHalfTyped('a/iso', '8oo')
    vi.resetModules()
    const second = await import('./drafts')
    expect(second.halfTyped('a/iso')).toBe('8oo')
    second.keepHalfTyped('a/iso', null)
    vi.resetModules()
    expect((await import('./drafts')).halfTyped('a/iso')).toBeUndefined()
  })

  it('live on in the page where the store is blocked or broken', async () => {
    sessionStorage.setItem('wa-half-typed', '{broken')
    const drafts = await import('./drafts')
    const blocked = vi.spyOn(Storage.prototype, 'setItem').mockImplementation(() => {
      throw new DOMException('full', 'QuotaExceededError')
    })
    drafts.keepHalfTyped('b', 'x')
    expect(drafts.halfTyped('b')).toBe('x')
    blocked.mockRestore()
  })
})

describe('a field in words', () => {
  it('is its path without what goes without saying, counted from one', () => {
    expect(fieldInWords('/situation/near_m')).toBe('Near m')
    expect(fieldInWords('/widest/0/f_number')).toBe('Widest › 1. › f number')
    expect(fieldInWords('/preferences/requests')).toBe('Requests')
    expect(fieldInWords('')).toBe('All of it')
  })

  it('has its value on one line', () => {
    expect([null, undefined, true, false, 'x', 0.1 + 0.2].map(valueInWords)).toEqual(['–', '–', 'on', 'off', 'x', '0.3'])
    expect(valueInWords({ a: 'b'.repeat(100) })).toHaveLength(91)
    expect(valueInWords([1, 2])).toBe('[1,2]')
  })
})

describe('a list that stands still while it is edited', () => {
  it('takes its new order once nobody edits any more; what is new comes first, what went is gone', async () => {
    const scope = effectScope()
    const sorted = ref(['a', 'b', 'c'])
    const editing = ref(true)
    editing.value = false
    const order = scope.run(() =>
      useStillOrder(
        () => sorted.value,
        () => editing.value,
      ),
    )!
    editing.value = true
    sorted.value = ['c', 'n', 'a']
    await nextTick()
    expect(order.value).toEqual(['n', 'a', 'c'])
    editing.value = false
    await nextTick()
    expect(order.value).toEqual(['c', 'n', 'a'])
    scope.stop()
  })
})

describe('shortcuts', () => {
  const press = (key: string, more: Partial<KeyboardEvent> = {}, on: EventTarget = document.body): KeyboardEvent => {
    const event = new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...more } as KeyboardEventInit)
    on.dispatchEvent(event)
    return event
  }

  it('run by their keys while their place lives, the latest first', () => {
    listenForShortcuts()
    const [outer, inner] = [effectScope(), effectScope()]
    const did: string[] = []
    outer.run(() => useShortcuts([{ keys: 'J', does: 'next', run: () => did.push('outer') }]))
    inner.run(() => useShortcuts([{ keys: 'J', does: 'next', run: () => did.push('inner') }]))
    expect(press('j').defaultPrevented).toBe(true)
    inner.stop()
    press('j')
    outer.stop()
    expect(press('j').defaultPrevented).toBe(false)
    expect([did, shortcuts.length]).toEqual([['inner', 'outer'], 0])
  })

  it('leave keys typed into fields alone, but for saving and finding', () => {
    const scope = effectScope()
    const did: string[] = []
    const named = ['J', '?', 'Ctrl+S', 'Ctrl+Shift+Z'].map((keys) => ({ keys, does: keys, run: () => did.push(keys) }))
    scope.run(() => useShortcuts(named))
    const field = document.body.appendChild(document.createElement('input'))
    press('j', {}, field)
    press('s', { ctrlKey: true }, field)
    press('?', { shiftKey: true })
    press('Z', { metaKey: true, shiftKey: true })
    expect(did).toEqual(['Ctrl+S', '?', 'Ctrl+Shift+Z'])
    scope.stop()
  })
})

describe('time zones', () => {
  it('hold the present one even where the browser does not list it', () => {
    expect(zoneOptions('Etc/Made-up')[0]).toEqual({ value: 'Etc/Made-up', label: 'Etc/Made-up' })
    expect(zoneOptions('Etc/UTC').filter((zone) => zone.value === 'Etc/UTC')).toHaveLength(1)
  })
})
