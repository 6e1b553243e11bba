/** What tapping the printed answers of a question makes of a student's answer. */
import type { Schemas } from '@/api/client'

export interface Given {
  choices: number[]
  items: string[]
  matches: string[]
  text: string
}

/** A printed answer and its place. */
export type Target = Schemas['AnswerPlace']

/** The answer after a target was tapped; of pairs, after the right side was tapped for the left one `held`. */
export function answered(
  given: Given,
  point: Schemas['StudentPoint'],
  target: Target,
  held: number | undefined,
): Given {
  const { side, row, text } = target
  const without = <Value>(list: readonly Value[], value: Value) => list.filter((one) => one !== value)
  if (side === 'choice') {
    if (!point.several) return { ...given, choices: [row] }
    const choices = without(given.choices, row)
    return { ...given, choices: choices.length < given.choices.length ? choices : [...choices, row] }
  }
  if (side === 'item') {
    const items = without(given.items, text)
    return { ...given, items: items.length < given.items.length ? items : [...items, text] }
  }
  // A right side belongs to one left side: it leaves the one it was put to before.
  const matches = point.lefts.map((_, n) => {
    if (n === held) return text
    return given.matches[n] === text ? '' : (given.matches[n] ?? '')
  })
  return { ...given, matches }
}

/** The lines between pairs that are put together. */
export function joined(targets: readonly Target[], given: Given) {
  return given.matches.flatMap((text, n) => {
    const left = targets.find((one) => one.side === 'left' && one.row === n)
    const right = targets.find((one) => one.side === 'right' && one.text === text)
    if (!text || !left || !right) return []
    return [
      {
        x1: left.x + left.width + 6,
        y1: left.y + left.height / 2,
        x2: right.x - 6,
        y2: right.y + right.height / 2,
      },
    ]
  })
}

/** Whether something is put everywhere where something belongs, so that it can be checked. */
export function isWhole(given: Given, point: Schemas['StudentPoint']): boolean {
  if (point.answered_by === 'order') return given.items.length === point.items.length
  if (point.answered_by === 'pairs') return point.lefts.every((_, n) => given.matches[n])
  return true
}
