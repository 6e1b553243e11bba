import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { usePen } from '@/parts/pen'

/** A drawing of which one unit is two pixels, from (10, 20) on. */
class Point {
  constructor(
    readonly x: number,
    readonly y: number,
  ) {}
  matrixTransform = () => new Point((this.x - 10) / 2, (this.y - 20) / 2)
}
const captured: number[] = []
const svg = {
  ownerSVGElement: null,
  getScreenCTM: () => ({ inverse: () => undefined }),
  setPointerCapture: (pointer: number) => captured.push(pointer),
}
const at = (clientX: number, clientY: number, more: object = {}) =>
  ({ clientX, clientY, pointerId: 7, currentTarget: svg, ...more }) as unknown as PointerEvent

beforeEach(() => {
  captured.length = 0
  vi.stubGlobal('DOMPoint', Point)
})
afterEach(() => vi.unstubAllGlobals())

describe('the pen', () => {
  it('draws in the units of the drawing, and holds on to the pointer', () => {
    const pen = usePen()
    pen.on.pointerdown(at(10, 20))
    pen.on.pointermove(at(30, 40))
    expect(pen.lines.value).toEqual([[0, 0, 10, 10]])
    expect([captured, pen.drawing.value]).toEqual([[7], true])
  })

  it('takes points that are nearer than a hand can mean as one', () => {
    const pen = usePen()
    pen.on.pointerdown(at(10, 20))
    pen.on.pointermove(at(12, 22))
    expect(pen.lines.value).toEqual([[0, 0]])
    pen.on.pointermove(at(20, 20))
    expect(pen.lines.value).toEqual([[0, 0, 5, 0]])
  })

  it('takes every point that the browser has gathered in between', () => {
    const pen = usePen()
    pen.on.pointerdown(at(10, 20))
    const between = [at(20, 20), at(20, 30)]
    pen.on.pointermove(at(20, 30, { getCoalescedEvents: () => between }))
    expect(pen.lines.value).toEqual([[0, 0, 5, 0, 5, 5]])
  })

  it('draws nothing unless it is down, and says once when it is lifted', () => {
    let lifted = 0
    const pen = usePen(() => (lifted += 1))
    pen.on.pointermove(at(30, 40))
    pen.on.pointerup()
    expect([pen.lines.value, lifted]).toEqual([[], 0])
    pen.on.pointerdown(at(10, 20))
    pen.on.pointerup()
    pen.on.pointercancel()
    pen.on.pointermove(at(90, 90))
    expect([pen.lines.value, pen.drawing.value, lifted]).toEqual([[[0, 0]], false, 1])
  })

  it('begins another line each time', () => {
    const pen = usePen()
    for (const x of [10, 50]) {
      pen.on.pointerdown(at(x, 20))
      pen.on.pointerup()
    }
    expect(pen.lines.value).toEqual([
      [0, 0],
      [20, 0],
    ])
  })

  it('finds its drawing also from a part of it', () => {
    const pen = usePen()
    pen.on.pointerdown(at(30, 20, { currentTarget: { ...svg, ownerSVGElement: svg } }))
    expect(pen.lines.value).toEqual([[10, 0]])
  })
})
