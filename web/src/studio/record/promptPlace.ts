/** Where a prompt stands on the page: under its line, as far as there is room for it. */
import { useElementSize } from '@vueuse/core'
import { computed, type Ref } from 'vue'
import type { Layout } from '@/stage/shapes'

/** Pixels that a prompt needs, and that it stands from the foot where there is no room under its line. */
const ROOM = 170
const FROM_FOOT = '16px'

/** Share of a word's size from its baseline to what stands under it. */
const BELOW = 0.45

interface On {
  layout: Readonly<Ref<Layout | undefined>>
  page: Readonly<Ref<number>>
  /** The word that it stands after. */
  after: Readonly<Ref<{ baseline: number; size: number } | undefined>>
}

export function usePromptPlace(frame: Ref<HTMLElement | undefined>, { layout, page, after }: On) {
  const { width, height } = useElementSize(frame)
  return computed(() => {
    if (!layout.value || !after.value) return { bottom: FROM_FOOT }
    const across = layout.value.pages[page.value]?.text_edge || layout.value.text_edge
    const scale = Math.min(width.value / across, height.value / layout.value.height)
    const top = (after.value.baseline + BELOW * after.value.size) * scale
    return top > height.value - ROOM ? { bottom: FROM_FOOT } : { top: `${Math.round(top)}px` }
  })
}
