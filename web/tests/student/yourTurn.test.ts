import { enableAutoUnmount, flushPromises, mount, type VueWrapper } from '@vue/test-utils'
import { computed, defineComponent, h } from 'vue'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { Schemas } from '@/api/client'
import AnswerTargets from '@/student/AnswerTargets.vue'
import { useAnswers } from '@/student/answers'
import type { Given } from '@/student/answerTargets'
import TrailSlider from '@/student/TrailSlider.vue'
import YourTurn from '@/student/YourTurn.vue'
import { cueSheet, gate, page as laidPage } from '../worlds'

const way = vi.hoisted(() => {
  const way = { fetch: (input: Request): Promise<Response> => Promise.reject(new Error(input.url)) }
  globalThis.fetch = (input) => way.fetch(input as Request)
  return way
})

let sent: Record<string, unknown>[] = []
let right = false
const point = (more: Partial<Schemas['StudentPoint']>): Schemas['StudentPoint'] => ({
  id: 'p1',
  answered_by: 'choices',
  turn: 'Your turn',
  meanwhile: 'It goes on by itself.',
  ends_the_day: false,
  question: 'Which?',
  paper: '',
  choices: [],
  several: false,
  items: [],
  lefts: [],
  matches: [],
  is_checked: true,
  has_answer: true,
  ...more,
})
const choices = (...texts: string[]) => texts.map((text, n) => ({ letter: 'ABC'[n]!, text }))
/** A page with a place for each printed answer. */
function pageOf(one: Schemas['StudentPoint']): Schemas['LaidPage'] {
  const places = (side: Schemas['Side'], texts: readonly string[], x = 0) =>
    texts.map((text, row) => ({ side, row, text, x, y: row * 100, width: 500, height: 80 }))
  const answers = [
    ...places(
      'choice',
      one.choices.map(({ text }) => text),
    ),
    ...places('item', one.items),
    ...places('left', one.lefts),
    ...places('right', one.matches, 700),
  ]
  return laidPage('question', [], { board: one.id, answers })
}
/** What a student sees of a gate: the answers on the page, and what stands under it. */
const Turn = defineComponent({
  props: {
    point: { type: Object, default: undefined },
    given: { type: Object, default: undefined },
    token: { type: String, default: '' },
    gate: { type: Object, default: undefined },
  },
  setup(props, { attrs }) {
    const one = props.point as Schemas['StudentPoint'] | undefined
    const at = props.gate as Schemas['Gate']
    const given = useAnswers(
      String(props.token),
      computed(() => one?.id ?? at.pause),
    )
    const give = (now: Given) => (given.value = now)
    return () => [
      one && h('svg', h(AnswerTargets, { page: pageOf(one), point: one, given: given.value, onGive: give })),
      h(YourTurn, { ...attrs, ...props, given: given.value, 'onUpdate:given': give } as never),
    ]
  },
})
function turn(one: Schemas['StudentPoint'] | undefined, more: object = {}) {
  const usual = {
    token: 't',
    board: undefined,
    gate: gate('p1', 4),
    left: 5,
    answering: false,
    canLook: true,
  }
  return mount(Turn, { props: { ...usual, point: one, picked: [], ...more } as never })
}
const told = (page: VueWrapper) => page.getComponent(YourTurn).emitted()
const button = (of: VueWrapper, name: string) =>
  of.findAll('button, [role=button]').find((one) => (one.attributes('aria-label') ?? one.text()) === name)!
const tap = (of: VueWrapper, name: string) => button(of, name).trigger('click')

enableAutoUnmount(afterEach)
beforeEach(() => {
  localStorage.clear()
  sent = []
  right = false
  way.fetch = async (request) => {
    sent.push((await request.json()) as Record<string, unknown>)
    const verdict = { right, sentence: right ? 'Yes.' : 'Not that one.', found: [], extra: [], missed: 0 }
    return new Response(JSON.stringify({ verdict }), { headers: { 'Content-Type': 'application/json' } })
  }
})

describe('a student at a pause point', () => {
  it('chooses one answer, is told, and sees the answer once it is right', async () => {
    const page = turn(point({ choices: choices('clover', 'thistle') }))
    expect(page.text()).toContain('5 s to think')
    await tap(page, 'thistle')
    await flushPromises()
    expect(page.text()).toContain('Not that one.')
    expect(told(page).answer).toBeUndefined()
    right = true
    await tap(page, 'clover')
    await flushPromises()
    expect(sent.map((one) => one.choices)).toEqual([[1], [0]])
    expect(told(page).answer).toHaveLength(1)
    expect(button(page, 'clover').attributes('aria-pressed')).toBe('true')
  })

  it('chooses several, which are checked only when asked for', async () => {
    const page = turn(point({ choices: choices('a', 'b', 'c'), several: true }))
    await button(page, 'a').trigger('click')
    await button(page, 'c').trigger('click')
    await button(page, 'a').trigger('click')
    expect(sent).toEqual([])
    await button(page, 'Check it').trigger('click')
    await flushPromises()
    expect(sent[0]!.choices).toEqual([2])
  })

  it('puts things in order by tapping them one after the other', async () => {
    const page = turn(point({ answered_by: 'order', items: ['a', 'b', 'c'] }))
    await tap(page, 'c')
    await tap(page, 'b')
    expect(button(page, 'Check it').attributes('disabled')).toBeDefined()
    await tap(page, 'b: number 2')
    await tap(page, 'a')
    await button(page, 'b').trigger('keydown', { key: 'Enter' })
    expect(button(page, 'b: number 3').exists()).toBe(true)
    await tap(page, 'Check it')
    await flushPromises()
    expect(sent[0]!.items).toEqual(['c', 'a', 'b'])
  })

  it('joins what belongs together, each right side once', async () => {
    const page = turn(point({ answered_by: 'pairs', lefts: ['bee', 'map'], matches: ['way', 'dance'] }))
    await tap(page, 'way')
    await tap(page, 'bee')
    expect(button(page, 'bee').attributes('aria-pressed')).toBe('true')
    await tap(page, 'way')
    expect(page.findAll('line')).toHaveLength(1)
    await tap(page, 'map')
    await tap(page, 'way')
    expect(button(page, 'bee').exists()).toBe(true)
    expect(button(page, 'Check it').attributes('disabled')).toBeDefined()
    await tap(page, 'bee')
    await tap(page, 'dance')
    await tap(page, 'Check it')
    await flushPromises()
    expect(sent[0]!.matches).toEqual(['dance', 'way'])
  })

  it('sends the words that were picked, and can look in the text', async () => {
    const find = turn(point({ id: 'p2', answered_by: 'words' }), { picked: ['a3', 'a4'] })
    expect(find.text()).toContain('2 chosen')
    await tap(find, 'Check it')
    await flushPromises()
    expect(sent[0]!.words).toEqual(['a3', 'a4'])
    await tap(find, 'Look in the text')
    expect(told(find).look).toHaveLength(1)
  })

  it('finds what was answered again on this device, and on no other', async () => {
    const page = turn(point({ answered_by: 'text' }))
    await page.find('textarea').setValue('It is a map.')
    page.unmount()
    expect(turn(point({ answered_by: 'text' })).find('textarea').element.value).toBe('It is a map.')
    expect(turn(point({ answered_by: 'text' }), { token: 'other' }).find('textarea').element.value).toBe('')
  })

  it('writes to a board that asks for it, and can close the page for the day', () => {
    const board = { part: 'quick write', turn: 'Your turn', answered_by: 'text' }
    expect(turn(undefined, { board }).find('textarea').exists()).toBe(true)
    const last = turn(point({ answered_by: 'nothing', ends_the_day: true }))
    expect(last.text()).toContain('You can close this page.')
  })

  it('is told where it goes on by itself, and can always go on or hear it again', async () => {
    const page = turn(undefined, {
      gate: gate('card1', 4, { kind: 'word cards', auto: true }),
      board: { part: 'word cards', turn: 'A word to know', answered_by: 'nothing' },
    })
    expect(page.text()).toContain('A word to know')
    expect(page.text()).toContain('It goes on by itself.')
    expect(button(page, 'Show the answer')).toBeUndefined()
    await button(page, 'I am ready, go on').trigger('click')
    await button(page, 'Hear it again').trigger('click')
    expect([told(page).on, told(page).again].map((one) => one?.length)).toEqual([1, 1])
  })
})

describe('the trail', () => {
  it('says where one is, and goes by keys', async () => {
    const trail = mount(TrailSlider, {
      props: { sheet: cueSheet({ seconds: 60, gates: [gate('a', 30)] }), time: 20 },
    })
    const slider = trail.get('[role=slider]')
    expect([slider.attributes('aria-valuenow'), slider.attributes('aria-valuetext')]).toEqual(['20', '0:20'])
    await slider.trigger('keydown', { key: 'ArrowRight' })
    await slider.trigger('keydown', { key: 'ArrowLeft' })
    await slider.trigger('keydown', { key: 'Home' })
    expect(trail.emitted('seek')).toEqual([[25], [15], [0]])
  })
})
