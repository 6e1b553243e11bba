/** A block's text with its emphasis as a document to be edited in place, and back. */
import type { JSONContent } from '@tiptap/core'
import type { Schemas } from '@/api/client'

export type Block = Schemas['Block']
export type Emphasis = Schemas['Emphasis']

/** A part of a block's text in one style. */
export interface Run {
  text: string
  bold: boolean
  italic: boolean
}

/** The text in parts of one style each. */
export function runsOf(text: string, emphasis: readonly Emphasis[]): Run[] {
  const runs: Run[] = []
  const add = (start: number, end: number, style: string) => {
    if (end > start)
      runs.push({
        text: text.slice(start, end),
        bold: style.includes('bold'),
        italic: style.includes('italic'),
      })
  }
  let at = 0
  for (const { start, end, style } of emphasis) {
    add(at, start, '')
    add(start, end, style)
    at = end
  }
  add(at, text.length, '')
  return runs
}

/** A block as a document to be edited: one paragraph, whose lines are parted by hard breaks. */
export function documentOf(text: string, emphasis: readonly Emphasis[]): JSONContent {
  const content: JSONContent[] = []
  for (const run of runsOf(text, emphasis)) {
    const marks = [...(run.bold ? [{ type: 'bold' }] : []), ...(run.italic ? [{ type: 'italic' }] : [])]
    run.text.split('\n').forEach((line, n) => {
      if (n) content.push({ type: 'hardBreak' })
      if (line) content.push({ type: 'text', text: line, marks })
    })
  }
  return { type: 'doc', content: [{ type: 'paragraph', content }] }
}

export interface Edited {
  text: string
  emphasis: Emphasis[]
}

/** What stands in an edited document: its text, and runs of bold and italic. */
export function editedOf(document: JSONContent): Edited {
  let text = ''
  const emphasis: Emphasis[] = []
  for (const one of document.content?.flatMap((paragraph) => paragraph.content ?? []) ?? []) {
    const part = one.type === 'hardBreak' ? '\n' : (one.text ?? '').replace(/[\u00a0\u200b]/g, ' ')
    const marks = new Set(one.marks?.map((mark) => mark.type))
    const style = STYLES.find((style) => style.split(' ').every((mark) => marks.has(mark)))
    const last = emphasis[emphasis.length - 1]
    if (style && one.type === 'text') {
      // A line's end between parts of one style belongs to it.
      const goesOn = last?.style === style && /^\n*$/.test(text.slice(last.end))
      if (goesOn) last.end = text.length + part.length
      else emphasis.push({ start: text.length, end: text.length + part.length, style })
    }
    text += part
  }
  return tidied(text, emphasis)
}

const STYLES: readonly Emphasis['style'][] = ['bold italic', 'bold', 'italic']

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
