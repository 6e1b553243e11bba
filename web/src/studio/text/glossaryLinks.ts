/** The glossary: from a bold word to its entry, and from the entry to the word's page. */
import type { Schemas } from '@/api/client'

export interface Link {
  /** The block it leads to. */
  to: string
  text: string
}

/** The links that stand under each block, by its id. */
export function linksOf(
  passage: Schemas['Passage'],
  glossary: readonly Schemas['GlossaryLink'][],
): Map<string, Link[]> {
  const found = new Map<string, Link[]>()
  const add = (from: string, to: string, text: string) => {
    const list = found.get(from) ?? []
    if (!list.some((one) => one.text === text)) found.set(from, [...list, { to, text }])
  }
  const places = new Map(
    passage.pages.flatMap((page) =>
      page.blocks.flatMap((block) =>
        block.words.map((word) => [word.id, { block: block.id, text: word.text }] as const),
      ),
    ),
  )
  for (const { word, entry, page } of glossary) {
    const place = places.get(word)
    if (!place) continue
    add(place.block, entry, `${place.text.replace(/[^\p{L}\p{N}’'-]/gu, '')}: in the glossary`)
    add(entry, place.block, `stands on ${page}`)
  }
  return found
}
