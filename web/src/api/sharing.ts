/** Keeping what did not change of a lesson that comes back as a whole: what is drawn of it need not be drawn anew. */
import type { LessonView } from './client'

const same = (one: unknown, other: unknown) => JSON.stringify(one) === JSON.stringify(other)

/** The newer lesson, with the blocks and pages of the older one in it wherever they are alike. */
export function sharing(older: LessonView | undefined, newer: LessonView): LessonView {
  if (!older || older.id !== newer.id) return newer
  const blocks = new Map(
    older.lesson.passages.flatMap((passage) =>
      passage.pages.flatMap((page) => page.blocks.map((block) => [block.id, block] as const)),
    ),
  )
  const pages = new Map(older.lesson.passages.flatMap((p) => p.pages.map((page) => [page.id, page] as const)))
  if (older.lesson.passages === newer.lesson.passages) return newer
  const passages = newer.lesson.passages.map((passage) => ({
    ...passage,
    pages: passage.pages.map((page) => {
      const kept = page.blocks.map((block) => {
        const before = blocks.get(block.id)
        return before && same(before, block) ? before : block
      })
      const before = pages.get(page.id)
      const alike =
        before &&
        before.blocks.length === kept.length &&
        before.blocks.every((block, i) => block === kept[i]) &&
        same({ ...before, blocks: [] }, { ...page, blocks: [] })
      return alike ? before : { ...page, blocks: kept }
    }),
  }))
  return { ...newer, lesson: { ...newer.lesson, passages } }
}
