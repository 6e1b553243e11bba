import { describe, expect, it } from 'vitest'
import type { Schemas } from '@/api/client'
import { doings, stripDirections } from '@/studio/sync/stripDirections'
import { layout, lesson, page } from '../../worlds'

const made = lesson({
  pause_points: [{ id: 'pause1', question: 'Why?' }],
  plan: { cards: [{ id: 'card1', word: 'clover' }], organizers: [{ id: 'chart1', title: 'Why it happens' }] },
})
const stage = {
  layout: layout([
    page('title', [], { title: true }),
    page('purpose', [], { board: 'purpose' }),
    page('card', [], { board: 'card1' }),
    page('p1.1', ['a'], { label: 'p. 12' }),
    page('p1.2', ['b']),
    page('chart', [], { board: 'chart1' }),
  ]),
} as unknown as Schemas['Stage']

describe('what can be done on the stage', () => {
  it('has a name for everything, and names nothing twice', () => {
    const names = doings(stage, made).map((one) => one.name)
    expect(names).toEqual([
      'Turn to page 1, p. 12',
      'Turn to page 2',
      'Show the purpose',
      'Show the card “clover”',
      'Show the chart “Why it happens”',
      'Show “Why?”',
      'Back to the text',
      'Stop: “Why?”',
      'Next part of “Why?”',
      'Next part of the chart “Why it happens”',
    ])
  })

  it('stands as flags of its take, also what is not in the lesson any more', () => {
    const given = [
      { id: 'd1', take: 't', at: 3, deed: 'turn', target: 'p1.2', part: 0 },
      { id: 'd2', take: 'other', at: 4, deed: 'back', target: '', part: 0 },
      { id: 'd3', take: 't', at: 5, deed: 'part', target: 'pause1', part: 2 },
      { id: 'd4', take: 't', at: 6, deed: 'show', target: 'gone', part: 0 },
      { id: 'd5', take: 't', at: 7, deed: 'point', target: 'p1', part: 0 },
      { id: 'd6', take: 't', at: 8, deed: 'closer', target: 'a1 a2', part: 0 },
      { id: 'd7', take: 't', at: 9, deed: 'closer', target: 'a1 gone', part: 0 },
      { id: 'd8', take: 't', at: 9, deed: 'closer', target: 'picture b1', part: 0 },
      { id: 'd9', take: 't', at: 9, deed: 'closer', target: '', part: 0 },
    ] as Schemas['Direction'][]
    const printed = new Map([
      ['a1', 'the'],
      ['a2', 'bee'],
    ])
    const flags = stripDirections(given, 't', doings(stage, made), printed)
    expect(flags.map(({ id, start, name }) => [id, start, name])).toEqual([
      ['d1', 3, 'Turn to page 2'],
      ['d3', 5, 'Next part of “Why?” (number 2)'],
      ['d4', 6, 'Something that is not in the lesson any more'],
      ['d5', 7, 'Point'],
      ['d6', 8, 'Closer to “the … bee”'],
      ['d7', 9, 'Something that is not in the lesson any more'],
      ['d8', 9, 'Something that is not in the lesson any more'],
      ['d9', 9, 'The whole page again'],
    ])
  })

  it('can come close to pictures and their parts, and away again', () => {
    const picture = { id: 'b1', file: 'f', x: 0, y: 0, width: 9, height: 9, shows: '', crop: {} }
    const withPicture = {
      layout: layout([page('p1', ['a'], { pictures: [picture] as never })]),
    } as unknown as Schemas['Stage']
    const block = {
      id: 'b1',
      text: 'A pond',
      words: [],
      picture: { regions: [{ id: 'r1', name: 'the reed' }] },
    }
    const pictured = lesson({ passages: [{ pages: [{ blocks: [block] }] }] })
    const names = doings(withPicture, pictured).filter((one) => one.deed === 'closer')
    expect(names.map(({ target, name }) => [target, name])).toEqual([
      ['picture b1', 'Closer to “A pond”'],
      ['picture b1 r1', 'Closer to the reed'],
      ['', 'The whole page again'],
    ])
  })
})
