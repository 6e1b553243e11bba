import type { Schemas } from '@/api/client'

/** The pages that show a board by itself, by their place in the layout: several, where it would be too small on one. */
export const pagesOf = (layout: Schemas['Layout'], board: string) =>
  layout.pages.flatMap((page, n) => (board && page.board === board && !page.beside ? [n] : []))
