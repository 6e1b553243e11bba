import { describe, expect, it } from 'vitest'
import type { Schemas } from '@/api/client'
import { guidePlaces } from '@/studio/guidePlaces'
import { layout, page } from '../worlds'

const pages = layout([
  page('title', [], { title: true }),
  page('one', ['a', 'b']),
  page('two', ['c', 'd']),
  page('board', ['s'], { board: 'card1' }),
])
const stretch = (more: object) =>
  ({ board: '', signpost: '', after: '', words: [], ...more }) as unknown as Schemas['GuideStretch']
const over = (...words: string[]) => stretch({ words: words.map((id) => ({ id })) })

describe('the places of the guide', () => {
  const steps = [
    stretch({ board: 'card1' }),
    over('a', 'b', 'c', 'd'),
    stretch({ signpost: 'pause1', after: 'b' }),
    stretch({ signpost: 'pause2', after: 'gone' }),
    stretch({ board: 'gone' }),
  ]
  const places = guidePlaces(steps, pages)

  it('are each board, each page a step goes over, each prompt beside its line', () => {
    expect(places.map((one) => [one.page, one.signpost])).toEqual([
      [3, ''],
      [1, ''],
      [2, ''],
      [1, 'pause1'],
      [1, 'pause2'],
    ])
  })
  it('have the words that are read out there', () => {
    expect(places.map((one) => one.words.map((word) => word.id).join(''))).toEqual(['', 'ab', 'cd', '', ''])
  })
})
