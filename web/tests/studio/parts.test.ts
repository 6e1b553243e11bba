import { mount, type VueWrapper } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import { Problem, type Schemas } from '@/api/client'
import RefusedTake from '@/studio/RefusedTake.vue'
import FirstSteps from '@/studio/plan/FirstSteps.vue'
import type { Offer } from '@/studio/plan/offers'
import SuggestionColumn from '@/studio/plan/SuggestionColumn.vue'

const named = (of: VueWrapper, name: string) =>
  of.findAll('button').find((one) => (one.attributes('aria-label') ?? one.text()).includes(name))
const problem = new Problem(413, 'This take is full', 'It is full.', 'So far.', 'Stop the take.')

describe('a take that is refused', () => {
  it('says so while it goes on, and what to do', () => {
    const shown = mount(RefusedTake, { props: { problem, over: false } })
    expect(shown.get('[role=alert]').text()).toContain('This take is full')
    expect(shown.text()).toContain('Stop the take.')
    expect(named(shown, 'Save the recording')).toBeUndefined()
  })

  it('asks for the passphrase where the teacher was signed out', () => {
    const signedOut = new Problem(401, 'The passphrase is wanted', 'Sign in.', '', '')
    const shown = mount(RefusedTake, { props: { problem: signedOut, over: false } })
    expect(shown.text()).toContain('You have to sign in again')
    expect(shown.find('input[type=password]').exists()).toBe(true)
    expect(named(shown, 'Sign in and go on')).toBeDefined()
    expect(named(shown, 'Send it again')).toBeUndefined()
  })

  it('can be let go only after it was saved', async () => {
    const shown = mount(RefusedTake, { props: { problem, over: true } })
    expect(shown.text()).toContain('The whole recording is still in this window')
    expect(named(shown, 'Go on without')).toBeUndefined()
    await named(shown, 'Save the recording')!.trigger('click')
    await named(shown, 'Go on without')!.trigger('click')
    await named(shown, 'Send it again')!.trigger('click')
    expect(['save', 'letGo', 'again'].map((one) => shown.emitted(one)?.length)).toEqual([1, 1, 1])
  })
})

const offer = (id: string, detector: string, taken = false): Offer => ({
  suggestion: {
    id,
    detector,
    first: id,
    last: id,
    reason: `It is a ${detector}.`,
    offer: 'mark',
    meaning: '',
    question: '',
    skip: 0,
  } as Schemas['Suggestion'],
  taken,
})
const offers = [offer('a', 'rhyme'), offer('b', 'rhyme', true), offer('c', 'question')]

describe('suggestions', () => {
  const column = (kind = '') =>
    mount(SuggestionColumn, { props: { offers, kind, textOf: (first: string) => `“${first}”` } })

  it('are counted by kind, and one kind can be looked at', () => {
    expect(
      column()
        .findAll('option')
        .map((one) => one.text()),
    ).toEqual(['everything', 'rhyme (2)', 'question (1)'])
    expect(column('question').findAll('li')).toHaveLength(1)
    expect(column('not on this page').findAll('li'), 'then all').toHaveLength(3)
  })

  it('are taken once', async () => {
    const shown = column()
    expect(shown.findAll('li')[1]!.text()).toContain('taken')
    expect(named(shown, 'Mark it: “b”')).toBeUndefined()
    await named(shown, 'Mark it: “a”')!.trigger('click')
    expect(shown.emitted('take')).toEqual([[offers[0]!.suggestion]])
  })

  it('are gone through and taken by keys', () => {
    const shown = column()
    const press = (key: string) =>
      document.body.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }))
    press('ArrowDown')
    expect(shown.emitted('see')).toEqual([[offers[1]!.suggestion]])
    press('t')
    expect(shown.emitted('take'), 'it is taken already').toBeUndefined()
    press('t')
    expect(shown.emitted('take')).toEqual([[offers[2]!.suggestion]])
  })
})

describe('an empty page', () => {
  it('offers what its text has that is not taken', async () => {
    const shown = mount(FirstSteps, { props: { offers } })
    expect(shown.text()).toContain('rhyme')
    expect(shown.text()).not.toContain('rhyme (2)')
    await named(shown, 'Write the opening')!.trigger('click')
    expect(shown.emitted('opening')).toHaveLength(1)
  })
})
