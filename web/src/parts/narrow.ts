import { useMediaQuery } from '@vueuse/core'

/** Whether the window is small, or zoomed to 200 %: the same width as `narrow:` in the styles. */
export const useNarrow = () => useMediaQuery('(width < 900px)')
