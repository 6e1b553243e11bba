import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import type { Schemas } from '@/api/client'
import CheckPost from '@/studio/sync/CheckPost.vue'

const check = (word: string, found: number, more: Partial<Schemas['Check']> = {}): Schemas['Check'] => ({
  word,
  found,
  start: found,
  end: found + 0.4,
  why: `Is ${word} right?`,
  kind: 'unsure',
  alike: 'unsure faint',
  about: '',
  repairs: ['listen again', 'talk'],
  heard: '',
  ...more,
})
const CHECKS = [
  check('a', 1),
  check('b', 2),
  check('c', 3, { kind: 'changed', alike: 'changed', repairs: ['find again', 'read again'] }),
]
const post = (at: number, checks = CHECKS) =>
  mount(CheckPost, {
    props: { place: CHECKS[at]!, words: new Map([['a', 'are']]), checks, respelling: '', now: 44.31 },
    attachTo: document.body,
  })
const press = (of: ReturnType<typeof post>, text: string) =>
  of
    .findAll('button')
    .find((one) => one.text().startsWith(text))!
    .trigger('click')

describe('a place to check', () => {
  it('is fine with Enter, since that button has the focus; or all like it are', async () => {
    const shown = post(0)
    await shown.vm.$nextTick()
    expect(document.activeElement?.textContent).toContain('It is fine')
    await press(shown, 'It is fine')
    await press(shown, 'All 2 like it are fine')
    expect(shown.emitted('fine')).toEqual([[[CHECKS[0]]], [[CHECKS[0], CHECKS[1]]]])
    shown.unmount()
  })

  it('offers what most likely mends it, each with its key, and to leave the line as it is', async () => {
    const shown = post(0)
    await press(shown, 'Listen for its line again 1')
    await press(shown, 'This is talk 2')
    await press(shown, 'The whole line is on purpose')
    expect(shown.emitted('mend')).toEqual([
      ['listen again', CHECKS[0]],
      ['talk', CHECKS[0]],
    ])
    expect(shown.emitted('purpose')).toHaveLength(1)
  })

  it('says how many are left, and where the sound stands', () => {
    expect(post(0).text()).toContain('3 to check')
    expect(post(0, CHECKS.slice(0, 1)).text()).toContain('the last to check')
    expect(post(0).text()).toContain('It begins at 0:44.3')
  })

  it('of a word that nobody said has no moment to move', () => {
    const shown = post(2)
    expect(shown.text()).not.toContain('It begins at')
    expect(shown.text()).toContain('Find the words again')
    expect(shown.text()).not.toContain('like it')
  })

  it('that is none any more is still there to be moved', () => {
    const shown = post(0, [])
    expect(shown.text()).not.toContain('It is fine')
    expect(shown.text()).toContain('It begins at')
  })
})
