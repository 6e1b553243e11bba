/** From the core's boxes to the numbers of SVG shapes. The video's draw.py does the same. */
import type { Schemas } from '@/api/client'

export type Layout = Schemas['Layout']
export type LaidPage = Schemas['LaidPage']
export type WordBox = Schemas['WordBox']
export type LaidMark = Schemas['LaidMark']
export type Signpost = Schemas['Signpost']
export type Sign = Schemas['Sign']
export type LaidStroke = Schemas['LaidStroke']
export type Look = Schemas['Look']
export type Piece = Schemas['SetPiece']
type Stretch = Schemas['Stretch']

export interface Place {
  page: number
  box: WordBox
}

/** A function of a layout's pages and signposts, worked out once for the same ones: a mark more changes neither. */
function oncePerPages<T>(work: (layout: Layout) => T): (layout: Layout) => T {
  const known = new WeakMap<object, { signposts: unknown; result: T }>()
  return (layout) => {
    const found = known.get(layout.pages)
    if (found?.signposts === layout.signposts) return found.result
    const result = work(layout)
    known.set(layout.pages, { signposts: layout.signposts, result })
    return result
  }
}

/** Word id → its page and box; a word that is seen again beside a question has its place on its own page. */
export const placesOf = oncePerPages((layout): ReadonlyMap<string, Place> => {
  const places = new Map<string, Place>()
  for (const signpost of layout.signposts)
    for (const box of signpost.boxes) places.set(box.word, { page: signpost.page, box })
  layout.pages.forEach((page, index) => {
    for (const box of page.boxes)
      if (!page.board || !places.has(box.word)) places.set(box.word, { page: index, box })
  })
  return places
})

/** What is printed as each word that can light. */
export const printedOf = oncePerPages((layout): ReadonlyMap<string, string> => {
  const printed = new Map<string, string>()
  const pieces = [...layout.pages, ...layout.signposts].flatMap((one) => one.pieces)
  const parts = layout.pages.flatMap((page) => page.parts.flatMap((part) => part.pieces))
  for (const piece of [...parts, ...pieces]) {
    if (piece.word && !printed.has(piece.word)) printed.set(piece.word, '')
  }
  for (const page of layout.pages) {
    const here = new Map<string, string>()
    for (const piece of [...page.pieces, ...page.parts.flatMap((part) => part.pieces)])
      if (piece.word) here.set(piece.word, (here.get(piece.word) ?? '') + piece.text)
    for (const [word, text] of here) if (!printed.get(word)) printed.set(word, text)
  }
  for (const signpost of layout.signposts)
    for (const piece of signpost.pieces)
      if (piece.word && !printed.get(piece.word)) printed.set(piece.word, piece.text)
  return printed
})

export function stoneOf(box: WordBox, look: Look) {
  const { x, width, baseline, size } = box
  const top = baseline - look.stone_above * size
  const bottom = baseline + look.stone_below * size
  const foot = look.foot * size
  return {
    x: x - look.stone_side * size,
    y: top,
    width: width + 2 * look.stone_side * size,
    height: bottom - top,
    radius: look.stone_radius * size,
    footY: bottom - foot,
    foot,
  }
}

export function dotsOf(box: WordBox, look: Look) {
  const half = (look.dot * box.size) / 2
  return {
    x1: box.x + half,
    x2: box.x + box.width - half,
    y: box.baseline + look.dots_below * box.size,
    width: look.dot * box.size,
    dashes: `0.01 ${look.dot_gap * box.size}`,
  }
}

/** How much of each stretch is drawn when the whole mark is drawn to `progress`. */
export function sharesOf(mark: LaidMark, progress: number): { stretch: Stretch; share: number }[] {
  const total = mark.stretches.reduce((sum, stretch) => sum + stretch.right - stretch.left, 0)
  let left = total * progress
  return mark.stretches.map((stretch) => {
    const length = stretch.right - stretch.left
    const share = Math.min(1, Math.max(0, left / length))
    left -= length
    return { stretch, share }
  })
}

export function highlightOf(stretch: Stretch, share: number, look: Look) {
  const side = look.stone_side * stretch.size
  return {
    x: stretch.left - side,
    y: stretch.baseline - look.highlight_above * stretch.size,
    width: (stretch.right - stretch.left) * share + 2 * side,
    height: (look.highlight_above + look.highlight_below) * stretch.size,
    radius: 0.12 * stretch.size,
  }
}

/** The points of a stroke as far as it is drawn when its whole mark is drawn to `progress`: "x,y x,y". */
export function drawnPoints(stroke: LaidStroke, progress: number): string {
  const { points } = stroke
  const begin = stroke.begin
  const end = stroke.end
  if (progress >= end) return points.join(' ')
  if (progress <= begin || stroke.fill) return ''
  let left = ((progress - begin) / (end - begin)) * lengthOf(points)
  const drawn = points.slice(0, 2)
  for (let i = 2; i < points.length; i += 2) {
    const [x0, y0, x1, y1] = points.slice(i - 2, i + 2) as [number, number, number, number]
    const step = Math.hypot(x1 - x0, y1 - y0)
    if (step > left) {
      const share = left / step
      return [...drawn, x0 + (x1 - x0) * share, y0 + (y1 - y0) * share].join(' ')
    }
    drawn.push(x1, y1)
    left -= step
  }
  return drawn.join(' ')
}

function lengthOf(points: readonly number[]): number {
  let length = 0
  for (let i = 2; i < points.length; i += 2)
    length += Math.hypot(points[i]! - points[i - 2]!, points[i + 1]! - points[i - 1]!)
  return length
}

export function footpathOf(points: readonly number[]): string {
  const [x, y, edgeX, edgeY, ...curve] = points
  return `M ${x} ${y} L ${edgeX} ${edgeY} C ${curve.join(' ')}`
}

/** How many thinking stones are used up after `waited` seconds. */
/** How many thinking stones are used up after `waited` seconds. */
export const stonesUsed = (signpost: Pick<Signpost, 'stones' | 'think_seconds'>, waited: number) =>
  stonesUsedOf(signpost.stones.length, waited, signpost.think_seconds)

/** How many of `count` stones are used up after `waited` of so many seconds. */
export const stonesUsedOf = (count: number, waited: number, seconds: number) =>
  seconds > 0 ? Math.min(count, Math.floor((count * waited) / seconds + 1e-9)) : 0

export const weightOf = (style: string) => (style.includes('bold') ? 700 : 400)
export const slantOf = (style: string) => (style.includes('italic') ? 'italic' : 'normal')

/** The family of a piece's typeface, as `styles/base.css` names it. */
export const familyOf = (piece: Piece) => `'${piece.typeface}'`

/** The view in which a place of a page (left, top, right, bottom) fills the stage: as close as its shape allows. */
export function closerView(
  [left, top, right, bottom]: readonly [number, number, number, number],
  width: number,
  height: number,
): number[] {
  const room = Math.max(40, 0.12 * Math.max(right - left, bottom - top))
  const wanted = Math.max(
    right - left + 2 * room,
    ((bottom - top + 2 * room) * width) / height,
    width / CLOSEST,
  )
  const across = Math.min(wanted, width)
  const down = (across * height) / width
  const x = Math.min(Math.max((left + right) / 2 - across / 2, 0), width - across)
  const y = Math.min(Math.max((top + bottom) / 2 - down / 2, 0), height - down)
  return [x, y, across, down].map((value) => Math.floor(value * 100 + 0.5) / 100)
}
const CLOSEST = 4
