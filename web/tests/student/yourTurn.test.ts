import { flushPromises, mount, type VueWrapper } from '@vue/test-utils'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { Schemas } from '@/api/client'
import TrailSlider from '@/student/TrailSlider.vue'
import YourTurn from '@/student/YourTurn.vue'
import { cueSheet, gate } from '../worlds'

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
function turn(one: Schemas['StudentPoint'] | undefined, more: object = {}) {
  const props = {
    token: 't',
    point: one,
    board: undefined,
    gate: gate('p1', 4),
    left: 5,
    answering: false,
  }
  return mount(YourTurn, { props: { ...props, picked: [], ...more } })
}
const button = (of: VueWrapper, name: string) =>
  of.findAll('button').find((one) => (one.attributes('aria-label') ?? one.text()) === name)!

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
    await button(page, 'thistle').trigger('click')
    await flushPromises()
    expect(page.text()).toContain('Not that one.')
    expect(page.emitted('answer')).toBeUndefined()
    right = true
    await button(page, 'clover').trigger('click')
    await flushPromises()
    expect(sent.map((one) => one.choices)).toEqual([[1], [0]])
    expect(page.emitted('answer')).toHaveLength(1)
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

  it('puts things in order by keys', async () => {
    const page = turn(point({ answered_by: 'order', items: ['a', 'b', 'c'] }))
    await button(page, 'c: earlier').trigger('click')
    expect(button(page, 'a: earlier').attributes('disabled')).toBeDefined()
    await button(page, 'Check it').trigger('click')
    await flushPromises()
    expect(sent[0]!.items).toEqual(['a', 'c', 'b'])
  })

  it('matches, and sends the words that were picked', async () => {
    const match = turn(point({ answered_by: 'pairs', lefts: ['bee', 'map'], matches: ['way', 'dance'] }))
    await match.findAll('select')[0]!.setValue('dance')
    await button(match, 'Check it').trigger('click')
    await flushPromises()
    const find = turn(point({ id: 'p2', answered_by: 'words' }), { picked: ['a3', 'a4'] })
    expect(find.text()).toContain('2 chosen')
    await button(find, 'Check it').trigger('click')
    await flushPromises()
    expect([sent[0]!.matches, sent[1]!.words]).toEqual([
      ['dance', ''],
      ['a3', 'a4'],
    ])
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
    expect([page.emitted('on'), page.emitted('again')].map((one) => one?.length)).toEqual([1, 1])
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
