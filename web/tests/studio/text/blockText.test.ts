import { describe, expect, it } from 'vitest'
import { editedOf, htmlOf, rangeOf, type Emphasis } from '@/studio/text/blockText'

function element(html: string): HTMLElement {
  const root = document.createElement('div')
  root.innerHTML = html
  document.body.append(root)
  return root
}
const runs = (...of: [number, number, string][]) =>
  of.map(([start, end, style]) => ({ start, end, style })) as Emphasis[]

describe('a block as it is edited', () => {
  it.each<[string, Emphasis[], string]>([
    ['plain', [], 'plain'],
    ['a < b & c', [], 'a &lt; b &amp; c'],
    ['one\ntwo', [], 'one<br>two'],
    ['a bold one', runs([2, 6, 'bold']), 'a <b>bold</b> one'],
    ['both', runs([0, 4, 'bold italic']), '<b><i>both</i></b>'],
  ])('is shown: %s', (text, emphasis, html) => {
    expect(htmlOf(text, emphasis)).toBe(html)
    expect(editedOf(element(html)), 'and read again').toEqual({ text, emphasis })
  })

  it('is read with single spaces, and its emphasis moves along', () => {
    expect(editedOf(element('  A&nbsp; <b>bold</b>   one  '))).toEqual({
      text: 'A bold one',
      emphasis: runs([2, 6, 'bold']),
    })
  })

  it('is read from whatever a browser makes of it', () => {
    expect(editedOf(element('<div>one</div><div>two <em>three</em></div>'))).toEqual({
      text: 'one\ntwo three',
      emphasis: runs([8, 13, 'italic']),
    })
    expect(editedOf(element('<strong>a</strong><b>b</b>'))).toEqual({
      text: 'ab',
      emphasis: runs([0, 2, 'bold']),
    })
    expect(editedOf(element('one<br><br>two')).text, 'no empty lines').toBe('one\ntwo')
    expect(editedOf(element('<b> </b>'))).toEqual({ text: '', emphasis: [] })
  })

  it('says where its characters stand, over emphasis and lines', () => {
    const root = element('ab<b>cd</b><br>ef')
    expect(rangeOf(root, 1, 3)!.toString()).toBe('bc')
    expect(rangeOf(root, 5, 7)!.toString()).toBe('ef')
    expect(rangeOf(root, 6, 99)).toBeUndefined()
  })
})
