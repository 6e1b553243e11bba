import { mount, RouterLinkStub } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import type { Command, Schemas } from '@/api/client'
import TalkWords from '@/studio/sync/TalkWords.vue'

const said = (text: string, more: object = {}): Schemas['TalkStretch'] => ({
  start: 4,
  end: 8,
  heard: 'look at her',
  text,
  words: (text || 'look at her')
    .split(' ')
    .map((word, n) => ({ text: word, start: 4 + n, end: 4.8 + n, loss: 0 })),
  blanks: [],
  planned: '',
  stretches: 1,
  by_hand: false,
  ...more,
})
function shown(talk: Schemas['TalkStretch']) {
  const sent: Command[] = []
  const send = (command: Command) => Promise.resolve(!!sent.push(command))
  return {
    sent,
    words: mount(TalkWords, {
      props: { talk, take: 't', after: 'w9', playing: false, send },
      global: { stubs: { RouterLink: RouterLinkStub } },
    }),
  }
}
const button = (of: ReturnType<typeof shown>['words'], name: string) =>
  of.findAll('button').find((one) => one.text().startsWith(name))!

describe('talk in words', () => {
  it('is taken as it was heard with one click', async () => {
    const { words, sent } = shown(said(''))
    await button(words, 'These are my words').trigger('click')
    expect(sent).toEqual([{ kind: 'keep talk', take: 't', start: 4, end: 8, text: 'look at her' }])
    expect(button(shown(said('Look at her!')).words, 'These are my words')).toBeUndefined()
  })

  it('is as it was heard until the teacher writes it', async () => {
    const { words, sent } = shown(said(''))
    expect(words.text()).toContain('Heard: look at her')
    await button(words, 'Write what you say').trigger('click')
    const field = words.get('textarea')
    expect(field.element.value).toBe('look at her')
    await field.setValue('Look at her!')
    await words.get('form').trigger('submit')
    expect(sent).toEqual([{ kind: 'keep talk', take: 't', start: 4, end: 8, text: 'Look at her!' }])
  })

  it('can be said again at the desk, in its place', () => {
    const link = shown(said('Look at her!')).words.getComponent(RouterLinkStub)
    expect(link.props('to')).toEqual({
      name: 'record',
      query: { talk: 't', start: '4', end: '8', after: 'w9' },
    })
  })

  it('plays and stops while one types', async () => {
    const { words } = shown(said(''))
    await button(words, 'Write').trigger('click')
    await words.get('textarea').trigger('keydown', { key: ' ', code: 'Space', ctrlKey: true })
    expect(words.emitted('hear')).toHaveLength(1)
    await words.setProps({ playing: true })
    await button(words, 'Stop').trigger('click')
    expect(words.emitted('stop')).toHaveLength(1)
  })

  it('blanks whole words of what is kept, at their moments', async () => {
    const { words, sent } = shown(said('Look at Tom Hill go'))
    await button(words, 'Change').trigger('click')
    const field = words.get('textarea')
    expect(button(words, 'Blank').attributes('disabled')).toBeDefined()
    field.element.setSelectionRange(9, 14)
    await field.trigger('select')
    await button(words, 'Blank').trigger('click')
    expect(sent[0]).toMatchObject({ kind: 'blank talk', first: 2, last: 3, silent: 6, until: 7.8 })
  })

  it('takes what was planned to be said there', async () => {
    const { words } = shown(said('', { planned: 'Ask who that is.' }))
    await button(words, 'Write').trigger('click')
    await button(words, 'Take my cue note').trigger('click')
    expect(words.get('textarea').element.value).toBe('Ask who that is.')
  })

  it('can be heard again', async () => {
    const { words, sent } = shown(said('Look at — go', { blanks: [{ take: 't', start: 6, end: 7 }] }))
    await button(words, 'Let what is blanked').trigger('click')
    expect(sent).toEqual([{ kind: 'hear talk', take: 't', start: 4, end: 8 }])
  })
})
