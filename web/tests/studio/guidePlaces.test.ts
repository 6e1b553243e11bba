import { describe, expect, it } from 'vitest'
import type { Schemas } from '@/api/client'
import { guidePlaces, placeOf } from '@/studio/guidePlaces'
import { layout, page } from '../worlds'

const pages = layout([
  page('title', [], { title: true }),
  page('one', ['a', 'b']),
  page('two', ['c', 'd']),
  page('board', ['s'], { board: 'card1' }),
])
const step = (more: object) =>
  ({ board: '', card: '', after: '', words: [], ...more }) as unknown as Schemas['GuideStep']
const over = (...words: string[]) => step({ words: words.map((id) => ({ id })) })

describe('the places of the guide', () => {
  const steps = [
    step({ board: 'card1' }),
    over('a', 'b', 'c', 'd'),
    step({ card: 'pause1', after: 'b' }),
    step({ card: 'pause2', after: 'gone' }),
    step({ board: 'gone' }),
  ]
  const places = guidePlaces(steps, pages)

  it('are each board, each page a step goes over, each prompt beside its line', () => {
    expect(places.map((one) => [one.page, one.card])).toEqual([
      [3, ''],
      [1, ''],
      [2, ''],
      [1, 'pause1'],
      [1, 'pause2'],
    ])
  })
  it('are found by the word that the guide is at', () => {
    expect(placeOf(places, steps[1]!, 'd', pages)).toBe(2)
    expect(placeOf(places, steps[1]!, 'gone', pages)).toBe(-1)
    expect(placeOf(places, steps[2]!, 'any', pages)).toBe(3)
    expect(placeOf(places, steps[4]!, 'any', pages)).toBe(-1)
  })
})
