import { describe, expect, it, vi } from 'vitest'
import { ref } from 'vue'
import type { Schemas } from '@/api/client'
import { deedOf, sentenceOf, useNamings } from '@/studio/sync/namings'
import { stripDirections, wordDoings } from '@/studio/sync/stripDirections'

const named = (at: number, instead = ''): Schemas['Named'] => ({
  at,
  deed: 'turn',
  target: 'ap2',
  said: 'page 12',
  instead,
})

describe('what is named in talk', () => {
  it('can be followed where it is not, and not followed where it is', () => {
    expect([sentenceOf(named(1)), deedOf(named(1))]).toEqual(['You name “page 12” here', 'Turn there'])
    expect([sentenceOf(named(1, 'ap1')), deedOf(named(1, 'ap1'))]).toEqual([
      'You name “page 12” here. The stage turns there.',
      'Not here',
    ])
    const send = vi.fn().mockResolvedValue(true)
    const { settle, takeNext } = useNamings(
      ref('take'),
      { send },
      ref([named(2, 'ap1'), named(5), named(9)]),
      ref(6.5),
    )
    settle(named(2, 'ap1'))
    takeNext()
    expect(
      send.mock.calls.map(([{ direction }]) => [direction.at, direction.deed, direction.target]),
    ).toEqual([
      [2, 'turn', 'ap1'],
      [9, 'turn', 'ap2'],
    ])
  })
})

describe('chosen words', () => {
  it('can be come closer to and pointed at, and are called so on the strip', () => {
    expect(wordDoings(undefined, '')).toEqual([])
    const doings = wordDoings({ first: 'a1', last: 'a3' }, 'A small boat')
    expect(doings.map((one) => one.name)).toEqual(['Closer to “A small boat”', 'Point along “A small boat”'])
    const given = doings.map(({ deed, target }, n) => ({
      ...{ id: `d${n}`, take: 'take', at: n, part: 0, path: [] },
      deed,
      target,
    }))
    const printed = new Map([
      ['a1', 'A'],
      ['a3', 'boat'],
    ])
    const names = stripDirections(given, 'take', [], printed).map((one) => one.name)
    expect(names).toEqual(['Closer to “A … boat”', 'Point along “A … boat”'])
    expect(stripDirections(given, 'take', [], new Map())[0]!.name).toContain('not in the lesson')
  })
})
