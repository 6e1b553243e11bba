import { describe, expect, it } from 'vitest'
import { documentOf, editedOf, rangeOf, runsOf, type Emphasis } from '@/studio/text/blockText'

const runs = (...of: [number, number, string][]) =>
  of.map(([start, end, style]) => ({ start, end, style })) as Emphasis[]
const written = (text: string, ...marks: string[]) => ({
  type: 'text',
  text,
  marks: marks.map((type) => ({ type })),
})
const BREAK = { type: 'hardBreak' }
const document_ = (...content: object[]) => ({ type: 'doc', content: [{ type: 'paragraph', content }] })

describe('a block as it is edited', () => {
  it.each<[string, Emphasis[], object[]]>([
    ['plain', [], [written('plain')]],
    ['one\ntwo', [], [written('one'), BREAK, written('two')]],
    ['a bold one', runs([2, 6, 'bold']), [written('a '), written('bold', 'bold'), written(' one')]],
    ['both', runs([0, 4, 'bold italic']), [written('both', 'bold', 'italic')]],
    [
      'over\nlines',
      runs([2, 7, 'italic']),
      [written('ov'), written('er', 'italic'), BREAK, written('li', 'italic'), written('nes')],
    ],
    ['', [], []],
  ])('is a document: %s', (text, emphasis, content) => {
    expect(documentOf(text, emphasis)).toEqual(document_(...content))
    expect(editedOf(documentOf(text, emphasis)), 'and is read again').toEqual({ text, emphasis })
  })

  it('is read with single spaces, and its emphasis moves along', () => {
    const edited = document_(written('  A\u00a0 '), written('bold', 'bold'), written('   one  '))
    expect(editedOf(edited)).toEqual({ text: 'A bold one', emphasis: runs([2, 6, 'bold']) })
  })

  it('has no empty lines, and no emphasis on nothing', () => {
    expect(editedOf(document_(written('one'), BREAK, BREAK, written('two'))).text).toBe('one\ntwo')
    expect(editedOf(document_(BREAK, written('one'), BREAK)).text).toBe('one')
    expect(editedOf(document_(written(' ', 'bold')))).toEqual({ text: '', emphasis: [] })
    expect(editedOf({ type: 'doc', content: [{ type: 'paragraph' }] })).toEqual({ text: '', emphasis: [] })
  })

  it('keeps parts of one style as one', () => {
    expect(editedOf(document_(written('a', 'bold'), written('b', 'bold'))).emphasis).toEqual(
      runs([0, 2, 'bold']),
    )
  })

  it('is shown in parts of one style each', () => {
    expect(runsOf('a bold one', runs([2, 6, 'bold']))).toEqual([
      { text: 'a ', bold: false, italic: false },
      { text: 'bold', bold: true, italic: false },
      { text: ' one', bold: false, italic: false },
    ])
    expect(runsOf('both', runs([0, 4, 'bold italic']))).toEqual([{ text: 'both', bold: true, italic: true }])
  })

  it('says where its characters stand, over emphasis and lines', () => {
    const root = document.createElement('div')
    root.innerHTML = 'ab<b>cd</b><br>ef'
    expect(rangeOf(root, 1, 3)!.toString()).toBe('bc')
    expect(rangeOf(root, 5, 7)!.toString()).toBe('ef')
    expect(rangeOf(root, 6, 99)).toBeUndefined()
  })
})
