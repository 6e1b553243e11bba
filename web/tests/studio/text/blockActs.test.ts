import { describe, expect, it } from 'vitest'
import { actOf, actsFor, kindsFor } from '@/studio/text/blockActs'
import type { Block } from '@/studio/text/blockText'
import { catalogue } from '../../golden'

const kinds = catalogue().block_kinds
const block = (more: Partial<Block>) =>
  ({ id: 'b3', kind: 'paragraph', text: 'One.', emphasis: [], words: [], numbered: true, ...more }) as Block

describe('what can be done to a block', () => {
  it('names every kind that text can be, and which it is', () => {
    const offered = kindsFor(block({ kind: 'stanza' }), kinds)
    expect(offered.map((one) => one.name)).toContain('Fact box')
    expect(
      offered.map((one) => one.name),
      'text becomes no picture',
    ).not.toContain('Picture')
    expect(offered.filter((one) => one.is).map((one) => one.name)).toEqual(['Stanza'])
  })

  it('numbers what is counted, and leaves out what is numbered', () => {
    const names = (of: Partial<Block>) => actsFor(block(of), kinds).map((one) => one.name)
    expect(names({})).toContain('Leave it unnumbered')
    expect(names({ numbered: false })).toContain('Number it')
    expect(names({ kind: 'heading' }).join()).not.toMatch(/number/)
  })

  it('has one key for each, in both cases', () => {
    const all = [...kindsFor(block({}), kinds), ...actsFor(block({}), kinds)]
    expect(new Set(all.map((one) => one.key)).size).toBe(all.length)
    expect(actOf(block({}), kinds, 'b')?.command).toEqual({
      kind: 'set block kind',
      block: 'b3',
      to: 'fact box',
    })
    expect(actOf(block({}), kinds, 'B')?.name).toBe('Fact box')
    expect(actOf(block({}), kinds, 'Delete')?.command).toEqual({ kind: 'remove block', block: 'b3' })
    expect(actOf(block({}), kinds, 'n')?.command).toEqual({
      kind: 'number block',
      block: 'b3',
      numbered: false,
    })
    expect(actOf(block({ kind: 'heading' }), kinds, 'n')).toBeUndefined()
    expect(actOf(block({}), kinds, 'q')).toBeUndefined()
  })
})
