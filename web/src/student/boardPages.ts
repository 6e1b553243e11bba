import { computed, ref, watch, type Ref } from 'vue'
import type { Schemas } from '@/api/client'
import { pagesOf } from '@/stage/boardPages'

type Layout = Schemas['Layout']

/** Leafing through a board that takes several pages: one page is chosen by hand, and stays until something else is up
 * (another `occasion`): who leafs by hand is not led any more. */
export function useBoardPages(
  layout: Ref<Layout | undefined>,
  page: Ref<number>,
  occasion: Ref<unknown> = ref(),
) {
  const chosen = ref(-1)
  watch(occasion, () => (chosen.value = -1))
  const pages = computed(() => {
    const board = layout.value?.pages[page.value]?.board ?? ''
    const own = layout.value ? pagesOf(layout.value, board) : []
    return own.length > 1 && own.includes(page.value) ? own : []
  })
  return {
    pages,
    /** The page that is shown. */
    at: computed(() => (pages.value.includes(chosen.value) ? chosen.value : page.value)),
    look: (at: number) => (chosen.value = at),
  }
}
