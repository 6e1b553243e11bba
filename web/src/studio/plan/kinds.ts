/** How the kinds of pause points and marks are named on the Plan screen, and their keys. */
import type { Schemas } from '@/api/client'

export type PauseKind = Schemas['PauseKind']
export type MarkKind = Schemas['MarkKind']
export type Point = Schemas['PausePoint']
export type Span = Schemas['Span']

export const PAUSE_KINDS: readonly { value: PauseKind; name: string }[] = [
  { value: 'think', name: 'Think' },
  { value: 'talk', name: 'Talk' },
  { value: 'write', name: 'Write' },
  { value: 'choose', name: 'Choose' },
  { value: 'find the words', name: 'Find words' },
  { value: 'put in order', name: 'Order' },
  { value: 'match', name: 'Match' },
  { value: 'say it back', name: 'Say back' },
  { value: 'say it together', name: 'Together' },
  { value: 'read alone', name: 'Read alone' },
  { value: 'look closely', name: 'Look closely' },
  { value: 'find the page', name: 'Find a page' },
  { value: 'show a sign', name: 'Sign' },
  { value: 'stop for today', name: 'Stop for today' },
]

/** What a pause point is called on its signpost. */
export const pauseName = (kind: PauseKind | undefined) =>
  PAUSE_KINDS.find((one) => one.value === (kind ?? 'think'))!.name

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

export const newPoint = (after: string, reading: string, think_seconds: number): Point => ({
  id: '',
  after,
  question: '',
  think_seconds,
  kind: 'think',
  answer: '',
  evidence: [],
  paper: '',
  choices: [],
  strike: [],
  items: [],
  pairs: [],
  stretch: null,
  times: 1,
  factor: 1.2,
  picture: '',
  region: '',
  turn_to: '',
  organizer: '',
  reading,
})

export const newChoice = (right = false): Schemas['Choice'] => ({ text: '', right, reason: '', proof: [] })

/** What is drawn on which words: "Circle · “Her … map.”". */
export function markName(mark: Schemas['Mark'], printed: ReadonlyMap<string, string>): string {
  const kind = MARK_KINDS.find((one) => one.value === mark.kind)?.name ?? 'Ink'
  if (mark.picture) return `${kind} · on the picture`
  const words = [...printed.keys()]
  const far = words.indexOf(mark.last) - words.indexOf(mark.first) > 1
  const ends = [...new Set([mark.first, mark.last])].map((word) => printed.get(word) ?? '')
  return `${kind} · “${ends.join(far ? ' … ' : ' ')}”`
}
