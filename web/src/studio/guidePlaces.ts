/** The places of a lesson that the teacher is led through while recording, one after another. */
import type { Schemas } from '@/api/client'
import { placesOf, type Layout } from '@/stage/shapes'

export interface GuidePlace {
  page: number
  /** The pause point whose prompt stands beside the page. */
  signpost: string
  /** What is read out here, with the pace's seconds. */
  words: readonly Schemas['GuidedWord'][]
}

/** Each page of the passage that a stretch goes over, each board, each prompt. */
export function guidePlaces(stretches: readonly Schemas['GuideStretch'][], layout: Layout): GuidePlace[] {
  const places = placesOf(layout)
  const found: GuidePlace[] = []
  for (const { board, signpost, after, words } of stretches) {
    if (board) {
      const page = layout.pages.findIndex((one) => one.board === board)
      if (page >= 0) found.push({ page, signpost: '', words })
    } else if (signpost) {
      const page = places.get(after)?.page ?? found[found.length - 1]?.page ?? 0
      found.push({ page, signpost, words })
    } else {
      const byPage = new Map<number, Schemas['GuidedWord'][]>()
      for (const word of words) {
        const page = places.get(word.id)?.page
        if (page !== undefined) byPage.set(page, [...(byPage.get(page) ?? []), word])
      }
      found.push(...[...byPage].map(([page, own]) => ({ page, signpost: '', words: own })))
    }
  }
  return found
}
