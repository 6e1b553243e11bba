import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, ref, type EffectScope } from 'vue'
import { usePointer } from '@/studio/record/pointer'

let scope: EffectScope
beforeEach(() => void (scope = effectScope()))
afterEach(() => {
  scope.stop()
  vi.unstubAllGlobals()
})

function pointing() {
  vi.stubGlobal(
    'DOMPoint',
    class {
      constructor(
        readonly x: number,
        readonly y: number,
      ) {}
      matrixTransform() {
        return this
      }
    },
  )
  const frame = document.createElement('div')
  const svg = document.createElementNS('http://www.w3.org/2000/svg', 'svg')
  svg.classList.add('stage-page')
  Object.assign(svg, { getScreenCTM: () => ({ inverse: () => ({}) }) })
  frame.append(svg)
  const time = ref(10)
  const enabled = ref(true)
  const ways: [string, number][] = []
  const pointer = scope.run(() =>
    usePointer(ref(frame), { time, enabled, pointed: (way, at) => ways.push([way, at]) }),
  )!
  const event = (name: string, x: number, y: number, pointerType = 'mouse') =>
    frame.dispatchEvent(
      Object.assign(new MouseEvent(name, { clientX: x, clientY: y, bubbles: true }), { pointerType }),
    )
  const key = (name: string, more: object = {}) =>
    document.body.dispatchEvent(new KeyboardEvent(name, { key: 'p', bubbles: true, ...more }))
  return { time, enabled, ways, pointer, event, key }
}

describe('pointing while recording', () => {
  it('follows the mouse as long as the key is held, and leaves nothing', () => {
    const { time, ways, pointer, event, key } = pointing()
    event('pointermove', 100, 50)
    expect(pointer.spot.value).toBeNull()
    key('keydown')
    expect(pointer.spot.value).toEqual([100, 50, 1])
    time.value = 10.5
    event('pointermove', 140, 60)
    key('keydown', { repeat: true })
    expect(pointer.spot.value).toEqual([140, 60, 1])
    time.value = 11.25
    key('keyup')
    expect(ways).toEqual([['0 100 50 0.5 140 60 1.25 140 60', 10]])
    expect(pointer.spot.value).toBeNull()
    key('keyup')
    expect(ways).toHaveLength(1)
  })

  it('a finger that drags points, and one that taps does not', () => {
    const { time, ways, event } = pointing()
    event('pointerdown', 10, 10, 'touch')
    window.dispatchEvent(new Event('pointerup'))
    expect(ways).toEqual([])
    event('pointerdown', 10, 10, 'touch')
    time.value = 10.3
    event('pointermove', 60, 10, 'touch')
    window.dispatchEvent(new Event('pointerup'))
    expect(ways).toEqual([['0 10 10 0.3 60 10', 10]])
  })

  it('is only while there is a stage to point at', () => {
    const { enabled, ways, event, key } = pointing()
    enabled.value = false
    event('pointermove', 100, 50)
    key('keydown')
    key('keyup')
    expect(ways).toEqual([])
  })
})
