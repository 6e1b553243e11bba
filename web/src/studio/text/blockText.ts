/** A block's text with its emphasis as HTML to be edited in place, and back. */
import type { Schemas } from '@/api/client'

export type Block = Schemas['Block']
export type Emphasis = Schemas['Emphasis']

const ESCAPES: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '\n': '<br>' }
const escaped = (text: string) => text.replace(/[&<>\n]/g, (sign) => ESCAPES[sign]!)

const TAGS: Record<string, [string, string]> = {
  bold: ['<b>', '</b>'],
  italic: ['<i>', '</i>'],
  'bold italic': ['<b><i>', '</i></b>'],
}

export function htmlOf(text: string, emphasis: readonly Emphasis[]): string {
  let html = ''
  let at = 0
  for (const run of emphasis) {
    const [before, after] = TAGS[run.style] ?? ['', '']
    html += escaped(text.slice(at, run.start)) + before + escaped(text.slice(run.start, run.end)) + after
    at = run.end
  }
  return html + escaped(text.slice(at))
}

export interface Edited {
  text: string
  emphasis: Emphasis[]
}

/** What stands in an edited element: its text, and runs of bold and italic. */
export function editedOf(root: Node): Edited {
  let text = ''
  const emphasis: Emphasis[] = []
  const walk = (node: Node, bold: boolean, italic: boolean) => {
    if (node.nodeType === Node.TEXT_NODE) {
      const part = (node.textContent ?? '').replace(/[\u00a0\u200b]/g, ' ')
      const style = bold ? (italic ? 'bold italic' : 'bold') : italic ? 'italic' : undefined
      const last = emphasis[emphasis.length - 1]
      if (style && part) {
        if (last && last.style === style && last.end === text.length) last.end += part.length
        else emphasis.push({ start: text.length, end: text.length + part.length, style })
      }
      text += part
    } else if (node.nodeName === 'BR') {
      text += '\n'
    } else {
      const name = node.nodeName
      if ((name === 'DIV' || name === 'P') && node !== root && text && !text.endsWith('\n')) text += '\n'
      for (const child of node.childNodes)
        walk(child, bold || name === 'B' || name === 'STRONG', italic || name === 'I' || name === 'EM')
    }
  }
  walk(root, false, false)
  return tidied(text, emphasis)
}

/** Single spaces and no space at the ends, as the core keeps a block; the emphasis moves along. */
function tidied(text: string, emphasis: Emphasis[]): Edited {
  const places: number[] = []
  let tidy = ''
  for (let i = 0; i < text.length; i++) {
    places.push(tidy.length)
    const sign = text[i]!
    const space = /\s/.test(sign)
    if (!space) tidy += sign
    else if (sign === '\n') tidy = tidy.replace(/ $/, '') + (tidy && !tidy.endsWith('\n') ? '\n' : '')
    else if (tidy && !/\s$/.test(tidy)) tidy += ' '
  }
  places.push(tidy.length)
  tidy = tidy.replace(/\s+$/, '')
  const moved = emphasis
    .map((run) => ({
      ...run,
      start: Math.min(places[run.start]!, tidy.length),
      end: Math.min(places[run.end]!, tidy.length),
    }))
    .filter((run) => run.end > run.start)
  return { text: tidy, emphasis: moved }
}

/** How many characters of the block's text stand before the cursor; undefined when it is elsewhere. */
export function cursorIn(root: HTMLElement): number | undefined {
  const selection = window.getSelection()
  if (!selection?.rangeCount || !root.contains(selection.anchorNode)) return undefined
  const range = document.createRange()
  range.selectNodeContents(root)
  range.setEnd(selection.anchorNode!, selection.anchorOffset)
  return editedOf(range.cloneContents()).text.length
}

/** The part of the screen on which the characters from `start` to `end` of a block stand. */
export function rangeOf(root: HTMLElement, start: number, end: number): Range | undefined {
  const range = document.createRange()
  let at = 0
  let begun = false
  const walker = document.createTreeWalker(root, NodeFilter.SHOW_TEXT | NodeFilter.SHOW_ELEMENT)
  for (let node = walker.nextNode(); node; node = walker.nextNode()) {
    if (node.nodeName === 'BR') {
      at += 1
      continue
    }
    if (node.nodeType !== Node.TEXT_NODE) continue
    const length = node.textContent!.length
    if (!begun && start <= at + length) {
      range.setStart(node, Math.max(0, start - at))
      begun = true
    }
    if (begun && end <= at + length) {
      range.setEnd(node, Math.max(0, end - at))
      return range
    }
    at += length
  }
  return undefined
}
