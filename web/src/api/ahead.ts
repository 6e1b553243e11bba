import type { QueryClient } from '@tanstack/vue-query'
import { catalogueQuery } from './catalogue'
import { lessonQuery } from './lesson'

/** Asks for what the first screen needs while its program is still on its way. What fails is asked for again by it. */
export function askAhead(queries: QueryClient, path: string) {
  const lesson = /^\/lesson\/([\w-]+)/.exec(path)?.[1]
  if (!lesson) return
  void queries.prefetchQuery(lessonQuery(lesson))
  void queries.prefetchQuery(catalogueQuery)
}
