import type { QueryClient } from '@tanstack/vue-query'
import { catalogueQuery } from './catalogue'
import { lessonQuery } from './lesson'
import { stageQuery } from './stage'
import { knownUpTo, peaksQuery, takeAtFirst, trailQuery } from './trail'

/** Asks for what the first screen needs while its program is still on its way. What fails is asked for again by it. */
export function askAhead(queries: QueryClient, path: string) {
  const [, lesson, screen] = /^\/lesson\/([\w-]+)(?:\/(\w+))?/.exec(path) ?? []
  if (!lesson) return
  void queries.prefetchQuery(catalogueQuery)
  const asked = queries.fetchQuery(lessonQuery(lesson))
  void asked.then(
    (view) => {
      const take = takeAtFirst(view)
      if (screen !== 'sync' || !take?.has_trail) return
      const known = knownUpTo(view)
      void queries.prefetchQuery(trailQuery(lesson, take.id, known))
      void queries.prefetchQuery(stageQuery(lesson, known, take.id))
      void queries.prefetchQuery(peaksQuery(take.id))
    },
    () => undefined,
  )
}
