import { describe, expect, it } from 'vitest'
import { effectScope, ref } from 'vue'
import type { Schemas } from '@/api/client'
import { useChosenWords } from '@/studio/plan/chosenWords'
import { isIn, postsOf } from '@/studio/plan/posts'
import { catalogue } from '../../golden'
import { lesson, word } from '../../worlds'

describe('the chosen words', () => {
  const pages: Record<string, number> = { a: 1, b: 1, c: 2, d: 2 }
  const words = ref(Object.keys(pages).map((one) => word(one)))
  const fresh = () => effectScope().run(() => useChosenWords(words, (one) => pages[one]))!

  it('are a run in reading order, whichever end was chosen first', () => {
    const one = fresh()
    one.choose('c', false)
    one.choose('a', true)
    expect([...one.ids.value]).toEqual(['a', 'b', 'c'])
    expect(one.span.value).toEqual({ first: 'a', last: 'c' })
    one.choose('d', false)
    expect(one.span.value).toEqual({ first: 'd', last: 'd' })
    one.clear()
    expect([one.chosen.value, one.span.value]).toEqual([[], undefined])
  })

  it('go on by keys, over the pages, and stop at the ends', () => {
    const one = fresh()
    expect(one.step(1, false, 2)).toBe(2)
    expect(one.span.value?.first, 'the first word of the page that is shown').toBe('c')
    expect(one.step(-1, true, 2)).toBe(1)
    expect(one.span.value).toEqual({ first: 'b', last: 'c' })
    one.step(-1, false, 1)
    one.step(-1, false, 1)
    expect(one.span.value?.first).toBe('a')
    expect(one.textOf('b', 'd')).toBe('b c d')
  })

  it('are nothing where the words are gone', () => {
    const one = fresh()
    one.set('a', 'gone')
    expect(one.chosen.value).toEqual([])
    expect(one.textOf('a', 'gone')).toBe('')
  })
})

describe('the signposts', () => {
  const kinds = catalogue()
  const blocks = [{ id: 'b1', words: [word('a'), word('b')] }]
  const made = lesson({
    passages: [{ id: 'p', title: '', pages: [{ id: 'p1', blocks }] }],
    pause_points: [
      { id: 'pause1', after: 'a', question: 'Why?', activity: { kind: 'choose' }, reading: 'r1' },
      { id: 'pause2', after: '', question: 'And now?', activity: { kind: 'think' } },
    ],
    marks: [
      { id: 'mark1', form: { kind: 'box' }, first: 'a', last: 'b', meaning: 'evidence', reading: 'r2' },
    ],
    plan: {
      cards: [{ id: 'card1', word: 'bee', at: 'b' }],
      organizers: [],
      readings: [],
      cue_notes: [],
      close_ups: [],
    },
  })
  const posts = (reading = '', opened = '', draft?: Schemas['PausePoint']) =>
    postsOf(kinds, made, reading, draft, opened, (first, last) => `${first}–${last}`)

  it('stand at their words; what comes at the end, at the last one', () => {
    expect(posts().map((one) => [one.id, one.word, one.title, one.note])).toEqual([
      ['pause1', 'a', 'Why?', 'Choose'],
      ['pause2', 'b', 'And now?', 'Think · at the end'],
      ['mark1', 'b', 'a–b', 'E · evidence'],
      ['card1', 'b', 'bee', 'word card'],
    ])
  })
  it('are those of the reading that is worked on, and of all', () => {
    expect(posts('r1').map((one) => one.id)).toEqual(['pause1', 'pause2', 'card1'])
    expect(isIn('')({ reading: 'r9' })).toBe(true)
  })
  it('have the cue notes, and one that is being written', () => {
    const note = { id: 'note1', at: 'b', text: 'Smile.' }
    const withNotes = lesson({ ...made, plan: { ...made.plan, cue_notes: [note] } })
    const found = postsOf(kinds, withNotes, '', undefined, '', (first) => first, {
      id: '',
      at: 'a',
      text: '',
    })
    expect(
      found.filter((one) => one.cue).map(({ id, word, title, open }) => [id, word, title, open]),
    ).toEqual([
      ['note1', 'b', 'Smile.', false],
      ['new note', 'a', 'A new cue note', true],
    ])
  })

  it('have the close-ups, which say where the stage goes', () => {
    const close_ups = [
      { id: 'close1', first: 'a', last: 'b', picture: '', how: 'closer' as const },
      { id: 'close2', first: 'a', last: 'a', picture: 'block3', how: 'both' as const },
    ]
    const withThem = lesson({ ...made, plan: { ...made.plan, close_ups } })
    const found = postsOf(kinds, withThem, '', undefined, 'close1', (first, last) => `${first}–${last}`)
    expect(
      found.filter((one) => one.closeUp).map(({ word, title, note, open }) => [word, title, note, open]),
    ).toEqual([
      ['b', 'a–b', 'closer', true],
      ['a', 'a–a', 'closer · pointer · a picture', false],
    ])
  })

  it('open, and have the one that is being written among them', () => {
    expect(posts('', 'mark1').find((one) => one.open)?.id).toBe('mark1')
    const fresh = posts('', '', kinds.fresh_point).at(-1)!
    expect([fresh.id, fresh.word, fresh.title, fresh.open]).toEqual([
      'new',
      'b',
      'A question at the end',
      true,
    ])
  })
})
