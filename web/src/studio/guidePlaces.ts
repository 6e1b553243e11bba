/** The places of a lesson that the teacher is led through while recording, one after another. */
import type { Schemas } from '@/api/client'
import { placesOf, type Layout } from '@/stage/shapes'

export interface GuidePlace {
  page: number
  /** The pause point whose prompt stands beside the page. */
  card: string
  step: Schemas['GuideStep']
}

/** Each page of the passage that a step goes over, each board, each prompt. */
export function guidePlaces(steps: readonly Schemas['GuideStep'][], layout: Layout): GuidePlace[] {
  const words = placesOf(layout)
  const found: GuidePlace[] = []
  for (const step of steps) {
    if (step.board) {
      const page = layout.pages.findIndex((one) => one.board === step.board)
      if (page >= 0) found.push({ page, card: '', step })
    } else if (step.card) {
      const page = words.get(step.after)?.page ?? found[found.length - 1]?.page ?? 0
      found.push({ page, card: step.card, step })
    } else {
      const pages = new Set(step.words.flatMap((word) => words.get(word.id)?.page ?? []))
      found.push(...[...pages].map((page) => ({ page, card: '', step })))
    }
  }
  return found
}

/** Which of the places the guide has come to with a word of a step; -1 when it is not on the stage. */
export function placeOf(
  places: readonly GuidePlace[],
  step: Schemas['GuideStep'],
  word: string,
  layout: Layout,
): number {
  const own = places.flatMap((one, index) => (one.step === step ? [index] : []))
  if (own.length < 2) return own[0] ?? -1
  const page = placesOf(layout).get(word)?.page
  return own.find((index) => places[index]!.page === page) ?? -1
}
