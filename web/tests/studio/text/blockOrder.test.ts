import { beforeEach, describe, expect, it } from 'vitest'
import { ref } from 'vue'
import type { Command, Schemas } from '@/api/client'
import { useBlockOrder } from '@/studio/text/blockOrder'
import { linksOf } from '@/studio/text/glossaryLinks'

const block = (id: string, ...words: string[]) => ({
  id,
  words: words.map((text, n) => ({ id: `${id}w${n}`, text })),
})
const passage = {
  pages: [
    { blocks: [block('a', 'The', '“antenna,”'), block('b')] },
    { blocks: [block('c', 'An', 'antenna', 'feels.')] },
  ],
} as unknown as Schemas['Passage']

let sent: Command[] = []
const area = document.createElement('div')
document.body.append(area)
area.innerHTML = ['a', 'b', 'c']
  .map((id) => `<div data-block="${id}"><button class="kind" id="${id}"></button></div>`)
  .join('')
beforeEach(() => (sent = []))

const made = () =>
  useBlockOrder(ref(passage), ref(area), (command) => {
    sent.push(command)
    return Promise.resolve(true)
  })
const arrow = (key: string) => new KeyboardEvent('keydown', { key, altKey: true })

describe('the order of blocks', () => {
  it('goes on over pages', () => {
    const { order, firsts } = made()
    expect(order.value).toEqual(['a', 'b', 'c'])
    expect(firsts.value).toEqual([0, 2])
  })

  it('goes to the block before and after, and stays at the ends', async () => {
    const { near } = made()
    await near('b', 1)
    expect(document.activeElement?.id).toBe('c')
    await near('c', 1)
    expect(document.activeElement?.id).toBe('c')
    await near('b', -1)
    expect(document.activeElement?.id).toBe('a')
  })

  it('puts a dragged block before the one that follows its new place', () => {
    const { moved } = made()
    moved(0, 1)
    moved(0, 2)
    moved(2, 0)
    expect(sent).toEqual([
      { kind: 'move block', block: 'a', before: 'c' },
      { kind: 'move block', block: 'a', before: '' },
      { kind: 'move block', block: 'c', before: 'a' },
    ])
  })

  it('moves a block by arrow, and not past the ends', async () => {
    const { moveKey } = made()
    await moveKey(arrow('ArrowUp'), 'a')
    await moveKey(arrow('ArrowDown'), 'c')
    expect(sent).toEqual([])
    await moveKey(arrow('ArrowDown'), 'a')
    await moveKey(arrow('ArrowDown'), 'b')
    await moveKey(arrow('ArrowUp'), 'c')
    expect(sent.map((one) => 'before' in one && one.before)).toEqual(['c', '', 'b'])
    expect(document.activeElement?.id, 'and stays at it').toBe('c')
  })
})

describe('the glossary', () => {
  it('leads from a word to its entry and back, once each', () => {
    const link = (word: string) => ({ word, entry: 'c', page: 'page 1' })
    const links = linksOf(passage, [link('aw1'), link('aw1'), link('of another passage')])
    expect(links.get('a')).toEqual([{ to: 'c', text: 'antenna: in the glossary' }])
    expect(links.get('c')).toEqual([{ to: 'a', text: 'stands on page 1' }])
    expect(links.size).toBe(2)
  })
})
