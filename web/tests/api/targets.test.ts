import { describe, expect, it } from 'vitest'
import type { Command, Schemas } from '@/api/client'
import { clashes, clashesOf, onNewest, rebased, targetOf } from '@/api/targets'
import { lesson, word } from '../worlds'

const block = (text: string) => ({ id: 'b1', text, emphasis: [], words: [word('a', 'bee')] })
const with_ = (more: object) => lesson({ plan: { cards: [], readings: [], organizers: [] }, ...more })
const mark = (more: object) =>
  ({ id: 'm1', first: 'a', last: 'a', meaning: 'evidence', nth: 1, ...more }) as unknown as Schemas['Mark']

describe('a value made of an older one', () => {
  it('keeps what the hand changed and takes all else as it is now', () => {
    expect(rebased({ a: 1, b: 1, c: 1 }, { a: 2, b: 1, c: 1 }, { a: 1, b: 3, c: 1 })).toEqual({
      a: 2,
      b: 3,
      c: 1,
    })
    expect(rebased({ boxes: [{ t: '' }, { t: '' }] }, { boxes: [{ t: 'x' }, { t: '' }] }, { boxes: [{ t: '' }, { t: 'y' }] }))
      .toEqual({ boxes: [{ t: 'x' }, { t: 'y' }] }) // prettier-ignore
    expect(rebased(['a'], ['a', 'b'], ['c']), 'lists of other lengths as a whole').toEqual(['a', 'b'])
  })

  it('clashes only where both hands changed the same to something else', () => {
    const seen = { question: 'Why?', answer: '' }
    expect(clashes(seen, { question: 'How?', answer: '' }, { question: 'Why?', answer: 'So.' })).toEqual([])
    expect(clashes(seen, { question: 'How?', answer: '' }, { question: 'How?', answer: '' })).toEqual([])
    expect(clashes(seen, { question: 'How?', answer: '' }, { question: 'Who?', answer: 'x' })).toEqual([
      { mine: 'How?', theirs: 'Who?' },
    ])
  })
})

describe('a change on the newest lesson', () => {
  it('of a mark keeps what an earlier change, still on its way then, made of it', () => {
    const seen = mark({})
    const command: Command = { kind: 'keep mark', mark: mark({ nth: 2 }) }
    const now = with_({ marks: [mark({ meaning: 'new word' })] })
    expect(onNewest(command, seen, now)).toEqual({
      kind: 'keep mark',
      mark: mark({ meaning: 'new word', nth: 2 }),
    })
  })

  it('of something new is as it was made', () => {
    const command: Command = { kind: 'keep mark', mark: mark({ id: '' }) }
    expect(onNewest(command, undefined, with_({ marks: [] }))).toBe(command)
  })

  it('shows both texts of a block that two windows wrote', () => {
    const command: Command = { kind: 'edit block', block: 'b1', text: 'A bee.', emphasis: [] }
    const of = (text: string) =>
      targetOf(command, with_({ passages: [{ id: 'p', pages: [{ id: 'p1', blocks: [block(text)] }] }] }))
    expect(of('One bee.')).toEqual({ text: 'One bee.', emphasis: [] })
    expect(clashesOf(command, of('One bee.'), of('One bee.'))).toEqual([])
    expect(clashesOf(command, of('One bee.'), of('Two bees.'))).toEqual([
      { mine: 'A bee.', theirs: 'Two bees.' },
    ])
  })

  it('that takes away what another window has changed meanwhile is asked about', () => {
    const command: Command = { kind: 'remove mark', id: 'm1' }
    const at = (more: object) => targetOf(command, with_({ marks: [mark(more)] }))
    expect(clashesOf(command, at({}), at({}))).toEqual([])
    expect(clashesOf(command, at({}), at({ meaning: 'new word' }))).toHaveLength(1)
    expect(clashesOf(command, at({}), targetOf(command, with_({ marks: [] })))).toHaveLength(1)
  })
})
