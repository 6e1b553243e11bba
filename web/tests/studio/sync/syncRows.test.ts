import { describe, expect, it } from 'vitest'
import type { Schemas } from '@/api/client'
import { rowsOf, unheardRows, withUnheard } from '@/studio/sync/syncRows'
import type { StripMark } from '@/studio/sync/stripMarks'
import { cueSheet, gate, layout, page, trail, trailView } from '../../worlds'

const words = ['w1', 'w2', 'w3', 'w4', 'w5', 'w6']
const printed = new Map(words.map((one) => [one, one.toUpperCase()]))
const visit = (word: string, start: number, end = start + 0.4) => ({
  word,
  start,
  end,
  confidence: 1,
  found: null,
})
const stage = (gates: Schemas['Gate'][] = []) =>
  ({
    title: '',
    layout: layout([page('one', words)]),
    sheet: cueSheet({ gates }),
    edits: {},
  }) as unknown as Schemas['Stage']
const mark = (start: number) => ({ id: `m${start}`, start, end: start + 1 }) as StripMark
const rows = (view: Partial<Schemas['TrailView']>, marks: StripMark[] = [], gates: Schemas['Gate'][] = []) =>
  rowsOf(
    stage(gates),
    trailView({ script: words, ...view }),
    [{ id: 'pause1' } as Schemas['PausePoint']],
    printed,
    marks,
  )

describe('the rows of a take', () => {
  it('parts lines of print, and a line that is begun again', () => {
    const visits = ['w1', 'w2', 'w3', 'w4', 'w1', 'w2'].map((one, n) => visit(one, n))
    const found = rows({
      trail: trail({ visits: visits as never }),
      legs: [
        { first: 0, last: 3 },
        { first: 4, last: 5 },
      ] as never,
    })
    expect(found.map((row) => row.kind === 'line' && row.visits.map((one) => one.word))).toEqual([
      ['w1', 'w2', 'w3'],
      ['w4'],
      ['w1', 'w2'],
    ])
    expect(found.map((row) => [row.start, row.end])).toEqual([
      [0, 2.4],
      [3, 3.4],
      [4, 5.4],
    ])
  })

  it('begins a row where a line is begun again before its end', () => {
    const visits = ['w1', 'w2', 'w1', 'w2', 'w3'].map((one, n) => visit(one, n))
    const legs = [
      { first: 0, last: 1 },
      { first: 2, last: 4 },
    ]
    const found = rows({ trail: trail({ visits: visits as never }), legs: legs })
    expect(found.map((row) => row.kind === 'line' && row.visits.length)).toEqual([2, 3])
  })

  it('says why a word is not sure, also when it was mended', () => {
    const visits = [visit('w1', 1), { ...visit('w2', 2.3), found: 2 }]
    const checks = [
      {
        word: 'w2',
        found: 2,
        start: 2.3,
        end: 2.7,
        why: 'It is faint.',
        kind: 'unsure' as const,
        alike: 'unsure faint',
        about: '',
        repairs: [],
        heard: '',
      },
    ]
    const slips = [{ kind: 'misread', word: 'w1', start: 1.1, end: 1.4, heard: 'x' }]
    const [row] = rows({
      trail: trail({ visits: visits as never, slips: slips as never }),
      checks: checks,
    })
    expect(
      row!.kind === 'line' && row!.visits.map((one) => [one.sure, one.why, one.slip, one.found]),
    ).toEqual([
      [true, '', 'misread', 1],
      [false, 'It is faint.', '', 2],
    ])
  })

  it('puts talk, gates and what was not read where they come', () => {
    const found = rows(
      {
        trail: trail({
          visits: [visit('w1', 1), visit('w4', 6)] as never,
          asides: [{ start: 2, end: 4.5, heard: 'look here' }] as never,
          unread: ['w2', 'w3', 'w6'],
          slips: [{ kind: 'left out', word: 'w5', start: 6.5, end: 6.5, heard: '' }] as never,
        }),
        missed: [
          { words: ['w5'], at: 6.5, start: 6.4, end: 9, left_out: true },
          { words: ['w2', 'w3'], at: 1.4, start: 1.4, end: 6, left_out: false },
          { words: ['w6'], at: 6.4, start: 6.4, end: 9, left_out: false },
        ],
      },
      [],
      [gate('pause1', 5), gate('card1', 5.5, { shows: 'card1', question: 'bee' })],
    )
    expect(found.map((row) => ('text' in row ? `${row.text} ${row.note}` : 'line'))).toEqual([
      'line',
      'Not read · “W2 W3” 2 words',
      'Talk 2.5 s',
      'Pause point · What of pause1? 5 s, made by the lesson',
      'Shown here · bee 5 s, made by the lesson',
      'line',
      'Not read · “W6” 1 word',
      'Left out · “W5” ',
    ])
  })

  it('hangs each mark on the line or talk in which it is drawn', () => {
    const found = rows(
      {
        trail: trail({
          visits: [visit('w1', 1), visit('w4', 6)] as never,
          asides: [{ start: 2, end: 4.5, heard: '' }] as never,
        }),
      },
      [mark(0.2), mark(1.97), mark(3), mark(7)],
    )
    expect(found.map((row) => 'marks' in row && row.marks.map((one) => one.id))).toEqual([
      ['m0.2'],
      ['m1.97', 'm3'],
      ['m7'],
    ])
  })

  it('has the words of talk at the first of the stretches they were written for', () => {
    const aside = (start: number) => ({ start, end: start + 1, heard: '', words: [] })
    const found = rows({
      trail: trail({ asides: [aside(1), aside(3), aside(5)] as never }),
      talk: [
        { text: 'Both.', stretches: 2 },
        { text: 'The last.', stretches: 1 },
      ] as never,
    })
    expect(found.map((row) => row.kind === 'talk' && row.talk?.text)).toEqual([
      'Both.',
      undefined,
      'The last.',
    ])
  })
})

describe('what of a take is not heard', () => {
  const again = { take: 't1', at: 4, word: 'w3' }
  const replaced = { take: 't1', start: 6, end: 8, by: 't2', by_start: 1, by_end: 2.5 }
  const view = trailView({ dropped: [{ again, start: 2, end: 4.2 }] })
  const unheard = unheardRows(view, [replaced], (take) => `Take ${take.slice(1)}`)

  it('says what was dropped, and which take is heard instead', () => {
    expect(unheard.map((row) => 'text' in row && [row.text, row.note])).toEqual([
      ['Read again from here: dropped', '2.2 s'],
      ['Take 2 is heard here', '1.5 s'],
    ])
  })

  it('stands before its lines, which are marked', () => {
    const visits = [visit('w1', 0), visit('w2', 2.1), visit('w3', 4.3), visit('w4', 6.2)]
    const legs = visits.map((_, n) => ({ first: n, last: n }))
    const found = withUnheard(rows({ trail: trail({ visits: visits as never }), legs: legs }), unheard)
    expect(found.map((row) => (row.kind === 'line' ? row.unheard === true : row.kind))).toEqual([
      false,
      'unheard',
      true,
      false,
      'unheard',
      true,
    ])
  })
})
