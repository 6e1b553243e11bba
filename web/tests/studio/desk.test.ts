import { describe, expect, it } from 'vitest'
import { ref } from 'vue'
import type { Schemas } from '@/api/client'
import { useDesk } from '@/studio/record/desk'
import { layout, page } from '../worlds'

const stage = layout([
  page('title', [], { title: true }),
  page('ap1', ['a', 'b']),
  page('ap2', ['c']),
  page('board-card1', [], { board: 'card1' }),
  page('board-pause2', [], { board: 'pause2' }),
  page('board-chart1', [], { board: 'chart1' }),
  page('board-chart2', [], { board: 'chart2' }),
  page('ap1+chart1', ['a', 'b'], { board: 'chart1', beside: 'ap1' }),
  page('ap2+chart1', ['c'], { board: 'chart1', beside: 'ap2' }),
])
const place = (on: number, signpost = '') => ({ page: on, signpost, words: [] })
const PLACES = [place(3), place(1), place(1, 'pause1'), place(2), place(4)]
const points = [
  { id: 'pause1', after: 'b', question: 'Why?' },
  { id: 'pause2', after: '', question: 'Which?' },
] as Schemas['PausePoint'][]
const GUIDE = {
  part_by_part: [
    { target: 'pause2', steps: [['strike0'], ['strike2'], ['answer', 'proof1']], numbers: [[0], [2], [1]] },
    { target: 'chart1', steps: [['chart1.b1'], ['chart1.b1+1'], ['chart1.b2']], numbers: [[0, 1], [2]] },
    { target: 'chart2', steps: [['chart2.b1']], numbers: [[0]] },
  ],
  stops: { 1: ['pause1'], 4: ['pause2'] },
} as unknown as Schemas['Guide']

function made(at = 0) {
  const noted: string[] = []
  const here = ref(at)
  const way = { places: ref(PLACES), at: here, jump: (to: number) => (here.value = to) }
  const note = (what: string, detail: string) => noted.push(detail ? `${what} ${detail}` : what)
  return { noted, here, desk: useDesk(ref(stage), ref(GUIDE), ref(points), way, note) }
}

describe('the desk', () => {
  it('keeps what is brought up and turned to, place by place', () => {
    const { noted, desk } = made()
    desk.begin()
    for (let step = 0; step < 5; step++) desk.go(1)
    expect(noted).toEqual(['show card1', 'turn ap1', 'show pause1', 'turn ap2', 'show pause2'])
    desk.go(-1)
    expect(noted.at(-1)).toBe('turn ap2')
  })

  it('puts away what was brought up', () => {
    const { noted, here, desk } = made(4)
    expect(desk.isAway.value).toBe(true)
    desk.back()
    expect([here.value, noted]).toEqual([3, ['back']])
    desk.back()
    expect(noted).toHaveLength(1)
    const first = made(0)
    first.desk.back()
    expect(first.here.value, 'the first page of the text, where none was before').toBe(1)
  })

  it('stops at the question that is shown, else at the next one of the page, each once', () => {
    const { noted, here, desk } = made(1)
    expect(desk.toStopAt.value?.id).toBe('pause1')
    desk.stop()
    expect(desk.toStopAt.value).toBeUndefined()
    desk.stop()
    here.value = 4
    desk.stop()
    expect(noted).toEqual(['stop pause1', 'stop pause2'])
  })

  it('shows an answer part by part, or by the number of its choice, each once', () => {
    const { noted, desk } = made(4)
    expect(desk.left.value).toBe(3)
    desk.number(2)
    expect(desk.parts.value).toEqual(['answer', 'proof1'])
    desk.number(2)
    desk.number(9)
    desk.show()
    desk.show()
    desk.show()
    expect(desk.parts.value).toEqual(['answer', 'proof1', 'strike0', 'strike2'])
    expect(noted).toEqual(['part pause2#2', 'part pause2', 'part pause2'])
    expect(desk.left.value).toBe(0)
  })

  it('turns to a page of the text by its number', () => {
    const { noted, here, desk } = made(1)
    desk.number(2)
    desk.number(7)
    expect([here.value, noted]).toEqual([3, ['turn ap2']])
  })

  it('takes the last step back, on the stage and in the take', () => {
    const { noted, here, desk } = made(4)
    desk.show(1)
    desk.stop()
    desk.back()
    desk.undo()
    expect(here.value).toBe(4)
    desk.undo()
    expect(desk.toStopAt.value?.id).toBe('pause2')
    desk.undo()
    expect([desk.parts.value, desk.steps.value]).toEqual([[], 0])
    desk.undo()
    expect(noted.filter((one) => one === 'taken back')).toHaveLength(3)
  })

  it('brings up one chart after another, the text beside it where there is room, and puts them away', () => {
    const { noted, here, desk } = made(1)
    desk.chart()
    expect([desk.chartPage.value, desk.isAway.value, desk.left.value]).toEqual([7, true, 3])
    desk.number(1)
    desk.number(1)
    expect(desk.parts.value).toEqual(['chart1.b1', 'chart1.b1+1'])
    expect(desk.toStopAt.value?.id, 'the page beside it has its own').toBe('pause1')
    desk.go(2)
    expect([here.value, desk.chartPage.value]).toEqual([3, 8])
    desk.back()
    expect([here.value, desk.chartPage.value, desk.isAway.value]).toEqual([3, undefined, false])
    desk.chart()
    expect(desk.chartPage.value, 'it has the stage to itself').toBe(6)
    desk.go(-2)
    expect(desk.chartPage.value, 'and goes when the page is turned').toBeUndefined()
    expect(noted).toEqual([
      'show chart1',
      'part chart1#1',
      'part chart1#1',
      'turn ap2',
      'back',
      'show chart2',
      'turn ap1',
    ])
    desk.undo()
    expect(desk.chartPage.value).toBe(6)
  })

  it('has a chart beside the text under a question, as the lesson has it, and no other one', () => {
    const { noted, here, desk } = made(3)
    desk.chart()
    desk.go(1)
    expect([here.value, desk.chartPage.value, desk.nextChart.value]).toEqual([4, undefined, ''])
    desk.chart()
    desk.back()
    expect([here.value, desk.chartPage.value]).toEqual([3, 8])
    desk.go(1)
    desk.go(-1)
    expect(desk.chartPage.value, 'turned back to the text').toBe(8)
    desk.back()
    desk.chart()
    desk.show()
    desk.back()
    desk.chart()
    desk.go(1)
    desk.back()
    expect(noted.slice(-3)).toEqual(['show chart2', 'show pause2', 'back'])
    expect(desk.chartPage.value, 'it had the stage to itself').toBeUndefined()
  })

  it('comes closer to words and back, and turning is back too', () => {
    const { noted, desk, here } = made(1)
    desk.closer('a b')
    expect([desk.isClose.value, desk.view.value?.length]).toEqual([true, 4])
    desk.closer('b b')
    expect([desk.isClose.value, desk.view.value]).toEqual([false, null])
    desk.closer(desk.toComeCloser.value)
    expect(noted, 'there is no picture on this page').toEqual(['closer a b', 'closer'])
    desk.closer('b b')
    desk.go(2)
    expect([here.value, desk.isClose.value]).toEqual([3, false])
    desk.undo()
    expect(desk.isClose.value).toBe(true)
  })

  it('begins anew with each take, with nothing to keep where it begins with the text', () => {
    const { noted, here, desk } = made(4)
    desk.show()
    here.value = 1
    desk.begin()
    expect([desk.parts.value, desk.steps.value, noted]).toEqual([[], 0, ['part pause2']])
  })
})
