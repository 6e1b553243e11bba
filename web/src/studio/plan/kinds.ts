/** How the kinds of marks are named on the Plan screen, and their keys. */
import type { Schemas } from '@/api/client'

export type MarkKind = Schemas['MarkKind']
export type Point = Schemas['PausePoint']
export type Activity = Point['activity']
export type Span = Schemas['Span']

export const MARK_KINDS: readonly { value: MarkKind; name: string; key: string }[] = [
  { value: 'highlight', name: 'Highlight', key: 'h' },
  { value: 'underline', name: 'Underline', key: 'u' },
  { value: 'double underline', name: 'Double', key: 'w' },
  { value: 'dashed underline', name: 'Dashed', key: 'd' },
  { value: 'circle', name: 'Circle', key: 'c' },
  { value: 'box', name: 'Box', key: 'b' },
  { value: 'cross-out', name: 'Cross out', key: 'x' },
  { value: 'bracket', name: 'Bracket', key: 'k' },
  { value: 'arrow', name: 'Arrow', key: 'a' },
  { value: 'number', name: 'Number', key: 'n' },
  { value: 'symbol', name: 'Symbol', key: 'y' },
  { value: 'margin note', name: 'Note', key: 'm' },
  { value: 'word parts', name: 'Word parts', key: 'o' },
]

export const SYMBOLS = ['star', 'heart', 'question', 'exclamation', 'check', 'eye'] as const

export const MOMENTS: readonly { value: Schemas['Moment']; name: string }[] = [
  { value: 'when read', name: 'when it is read' },
  { value: 'in the talk after', name: 'in the talk after it' },
  { value: 'at a pause point', name: 'at a pause point' },
  { value: 'when quoted later', name: 'when it is quoted later' },
  { value: 'from the start', name: 'there from the start' },
]

/** What is drawn on which words: "Circle · “Her … map.”". */
export function markName(mark: Schemas['Mark'], printed: ReadonlyMap<string, string>): string {
  const kind = MARK_KINDS.find((one) => one.value === mark.kind)?.name ?? 'Ink'
  if (mark.picture) return `${kind} · on the picture`
  const words = [...printed.keys()]
  const far = words.indexOf(mark.last) - words.indexOf(mark.first) > 1
  const ends = [...new Set([mark.first, mark.last])].map((word) => printed.get(word) ?? '')
  return `${kind} · “${ends.join(far ? ' … ' : ' ')}”`
}
