import { afterEach, describe, expect, it, vi } from 'vitest'
import { effectScope } from 'vue'
import { useKeys } from '@/parts/keys'

const scope = effectScope()
afterEach(() => (document.body.innerHTML = ''))

function press(key: string, more: KeyboardEventInit = {}, on: Element = document.body) {
  const event = new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...more })
  on.dispatchEvent(event)
  return event.defaultPrevented
}

describe('keys', () => {
  const space = vi.fn()
  const undo = vi.fn()
  const list = vi.fn()
  scope.run(() => useKeys({ space, 'ctrl+z': undo, '?': list, 'shift+arrowright': undo }))

  it('act by name, with what is held', () => {
    expect(press(' ')).toBe(true)
    expect(press('z')).toBe(false)
    expect(press('z', { metaKey: true })).toBe(true)
    expect(press('?', { shiftKey: true })).toBe(true)
    expect(press('ArrowRight', { shiftKey: true })).toBe(true)
    expect([space, undo, list].map((one) => one.mock.calls.length)).toEqual([1, 2, 1])
  })
  it('are left to fields, to buttons that are pressed, and to dialogs', () => {
    document.body.innerHTML = '<input><input type="range"><button>Go</button>'
    const [field, slider, button] = [...document.body.children]
    expect(press('?', {}, field)).toBe(false)
    expect(press('?', {}, slider)).toBe(true)
    expect(press(' ', {}, button)).toBe(false)
    expect(press('?', {}, button)).toBe(true)
    document.body.innerHTML = '<div role="dialog"></div>'
    expect(press('?')).toBe(false)
  })
})
