import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import { stateAt, type StageState } from '@/stage/cueReader'
import { drawnPoints } from '@/stage/shapes'
import StagePage from '@/stage/StagePage.vue'
import { cueVectors, shapeVectors } from '../golden'

const { layout } = shapeVectors()
const { sheet } = cueVectors().find((one) => one.name === 'bees-map')!
const page = (state: StageState, more: object = {}) =>
  mount(StagePage, { props: { layout, sheet, state, ...more } })
const light = sheet.lights[Math.floor(sheet.lights.length / 2)]!

describe('the stage', () => {
  it('lights the word that is said, and leaves dots behind those that were', () => {
    const state = stateAt(sheet, light.start)
    const shown = page(state)
    expect(shown.get('[data-stone]').attributes('data-word')).toBe(light.word)
    const here = new Set(layout.pages[state.page]!.boxes.map((box) => box.word))
    const read = new Set(sheet.lights.slice(0, state.passed).map((one) => one.word))
    read.delete(light.word)
    expect(shown.findAll('[data-dots]')).toHaveLength([...read].filter((one) => here.has(one)).length)
  })

  it('draws each mark as far as it is drawn', () => {
    const lined = new Map(
      // The first of an id is the one on the words themselves.
      [...layout.marks].reverse().map((mark) => [mark.id, mark.strokes[0]?.strokes.find((one) => !one.fill)]),
    )
    const drawing = sheet.drawings.find((one) => !one.gate && one.end > one.start && lined.get(one.mark))!
    const stroke = lined.get(drawing.mark)!
    const drawn = (at: number) => page(stateAt(sheet, at)).find(`[data-mark="${drawing.mark}"] polyline`)
    const half = (drawing.start + drawing.end) / 2
    const progress = stateAt(sheet, half).marks.find((one) => one.mark === drawing.mark)!.progress
    expect(drawn(half).attributes('points')).toBe(drawnPoints(stroke, progress))
    expect(drawn(drawing.end).attributes('points')).toBe(stroke.points.join(' '))
    expect(drawn(half).attributes('points')).not.toBe(stroke.points.join(' '))
    expect(drawn(drawing.start - 0.01).exists()).toBe(false)
  })

  it('comes closer, and shows where the teacher points', () => {
    const state = stateAt(sheet, light.start)
    expect(page(state).find('[data-pointer]').exists()).toBe(false)
    const close = page({ ...state, view: [100, 50, 480, 270], pointer: [300, 200, 0.5] })
    expect(close.attributes('viewBox')).toBe('100 50 480 270')
    expect(close.get('[data-pointer]').attributes('cx')).toBe('300')
  })

  it('shows the parts of a page only when they have come', () => {
    const gate = sheet.gates.find(
      (one) => one.page >= 0 && sheet.reveals.some((part) => part.gate === one.pause),
    )!
    const parts = (waited: number) =>
      page(stateAt(sheet, gate.at, gate.pause, waited)).findAll('[data-part]').length
    expect(parts(gate.think_seconds + gate.answer_seconds + 1)).toBeGreaterThan(parts(0))
  })

  it('lets words be chosen where they can be, with Shift for more', async () => {
    const state = { ...stateAt(sheet, light.start), marks: [] }
    const shown = page(state, { choosable: true, chosen: new Set([light.word]) })
    const boxes = shown.findAll('[data-box]')
    expect(boxes).toHaveLength(layout.pages[state.page]!.boxes.length)
    await boxes[0]!.trigger('click', { shiftKey: true })
    expect(shown.emitted('choose')).toEqual([[boxes[0]!.attributes('data-box'), true]])
    expect(page(state).findAll('[data-box]')).toHaveLength(0)
  })

  it('shows the text alone as wide as the core says', () => {
    const text = layout.pages.findIndex((one) => !one.title && !one.board)
    const state = { ...stateAt(sheet, -1), page: text }
    expect(page(state, { textOnly: true }).get('svg').attributes('viewBox')).toBe(
      `0 0 ${layout.text_edge} ${layout.height}`,
    )
    expect(page(state).get('svg').attributes('viewBox')).toBe(`0 0 ${layout.width} ${layout.height}`)
  })
})
