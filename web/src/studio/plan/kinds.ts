/** What marks are called on the Plan screen, and when they are drawn. */
import type { Catalogue } from '@/api/catalogue'
import type { Schemas } from '@/api/client'

export type MarkForm = Catalogue['forms'][number]
export type Point = Schemas['PausePoint']
export type Activity = Point['activity']
export type Span = Schemas['Span']

export const MOMENTS: readonly { value: Schemas['Moment']; name: string }[] = [
  { value: 'when read', name: 'when it is read' },
  { value: 'in the talk after', name: 'in the talk after it' },
  { value: 'at a pause point', name: 'at a pause point' },
  { value: 'when quoted later', name: 'when it is quoted later' },
  { value: 'from the start', name: 'there from the start' },
]

/** What is drawn on which words: "Circle · “Her … map.”". */
export function markName(
  forms: readonly MarkForm[],
  mark: Schemas['Mark'],
  printed: ReadonlyMap<string, string>,
): string {
  const kind = forms.find((one) => one.kind === mark.form.kind)?.name ?? ''
  if (mark.picture) return `${kind} · on the picture`
  const words = [...printed.keys()]
  const far = words.indexOf(mark.last) - words.indexOf(mark.first) > 1
  const ends = [...new Set([mark.first, mark.last])].map((word) => printed.get(word) ?? '')
  return `${kind} · “${ends.join(far ? ' … ' : ' ')}”`
}
