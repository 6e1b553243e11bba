import { onBeforeUnmount, onMounted, ref, type Ref } from 'vue'

const FIRST = 30
const MORE = 15

/** How many of a long list are shown: as many as fill a screen at once, the others a few at a time while nothing else
 * is to be done. */
export function useGradually(total: () => number): Readonly<Ref<number>> {
  const shown = ref(FIRST)
  let timer = 0
  function more() {
    shown.value = shown.value >= total() ? Infinity : shown.value + MORE
    if (shown.value < Infinity) timer = window.setTimeout(more)
  }
  onMounted(() => (timer = window.setTimeout(more)))
  onBeforeUnmount(() => window.clearTimeout(timer))
  return shown
}
