/** The places of a lesson that the teacher is led through while recording, one after another. */
import type { Schemas } from '@/api/client'
import { placesOf, type Layout } from '@/stage/shapes'

export interface GuidePlace {
  page: number
  /** The pause point whose prompt stands beside the page. */
  signpost: string
  stretch: Schemas['GuideStretch']
}

/** Each page of the passage that a stretch goes over, each board, each prompt. */
export function guidePlaces(stretches: readonly Schemas['GuideStretch'][], layout: Layout): GuidePlace[] {
  const words = placesOf(layout)
  const found: GuidePlace[] = []
  for (const stretch of stretches) {
    if (stretch.board) {
      const page = layout.pages.findIndex((one) => one.board === stretch.board)
      if (page >= 0) found.push({ page, signpost: '', stretch })
    } else if (stretch.signpost) {
      const page = words.get(stretch.after)?.page ?? found[found.length - 1]?.page ?? 0
      found.push({ page, signpost: stretch.signpost, stretch })
    } else {
      const pages = new Set(stretch.words.flatMap((word) => words.get(word.id)?.page ?? []))
      found.push(...[...pages].map((page) => ({ page, signpost: '', stretch })))
    }
  }
  return found
}

/** Which of the places the guide has come to with a word of a stretch; -1 when it is not on the stage. */
export function placeOf(
  places: readonly GuidePlace[],
  stretch: Schemas['GuideStretch'],
  word: string,
  layout: Layout,
): number {
  const own = places.flatMap((one, index) => (one.stretch === stretch ? [index] : []))
  if (own.length < 2) return own[0] ?? -1
  const page = placesOf(layout).get(word)?.page
  return own.find((index) => places[index]!.page === page) ?? -1
}
