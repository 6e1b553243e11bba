import { computed, ref, watch, type Ref } from 'vue'
import type { Schemas } from '@/api/client'

type Sheet = Schemas['CueSheet']
type Layout = Schemas['Layout']

/** The pages of the text, by their place in the layout. */
export const textPages = (layout: Layout) =>
  layout.pages.flatMap((page, n) => (page.board || page.title ? [] : [n]))

/** The page of the text that was last on the stage before a time; the first one before any was. */
export function lastTextPage(layout: Layout, sheet: Sheet, time: number): number {
  const texts = textPages(layout)
  const turns = sheet.pages.filter((turn) => turn.at <= time && texts.includes(turn.page))
  return turns.at(-1)?.page ?? texts[0] ?? -1
}

/** Looking back into the text while a question hides it: the page that is looked at, or -1. */
export function useLookingBack(
  layout: Ref<Layout | undefined>,
  sheet: Ref<Sheet | undefined>,
  gate: Ref<Schemas['Gate'] | undefined>,
  page: Ref<number>,
) {
  const at = ref(-1)
  const texts = computed(() => (layout.value ? textPages(layout.value) : []))
  const number = computed(() => texts.value.indexOf(at.value))
  const offered = computed(
    () => !!gate.value && !gate.value.auto && texts.value.length > 0 && !texts.value.includes(page.value),
  )
  watch(gate, () => (at.value = -1))
  function look() {
    if (layout.value && sheet.value && gate.value)
      at.value = lastTextPage(layout.value, sheet.value, gate.value.at)
  }
  return {
    at,
    number,
    count: computed(() => texts.value.length),
    offered,
    look,
    turn: (by: number) => (at.value = texts.value[number.value + by] ?? at.value),
    done: () => (at.value = -1),
  }
}
