import { computed, ref, type Ref } from 'vue'
import type { Schemas } from '@/api/client'

type Word = Schemas['Word']

/** The words that are chosen on the page, by mouse or keys. */
export function useChosenWords(words: Ref<Word[]>, pageOf: (word: string) => number | undefined) {
  const from = ref('')
  const to = ref('')
  const places = computed(() => new Map(words.value.map((word, index) => [word.id, index])))
  const chosen = computed(() => {
    const a = places.value.get(from.value)
    const b = places.value.get(to.value)
    if (a === undefined || b === undefined) return []
    return words.value.slice(Math.min(a, b), Math.max(a, b) + 1)
  })
  const span = computed(() => {
    const [first] = chosen.value
    const last = chosen.value[chosen.value.length - 1]
    return first && last ? { first: first.id, last: last.id } : undefined
  })

  function choose(word: string, extend: boolean) {
    if (!extend || !from.value) from.value = word
    to.value = word
  }

  /** One word on or back, on the page that is shown; the page that the word is on. */
  function step(by: number, extend: boolean, page: number): number {
    const here = places.value.get(to.value)
    const first = words.value.findIndex((word) => pageOf(word.id) === page)
    const next =
      words.value[here === undefined ? first : Math.min(Math.max(here + by, 0), words.value.length - 1)]
    if (!next) return page
    choose(next.id, extend)
    return pageOf(next.id) ?? page
  }

  return {
    chosen,
    span,
    ids: computed(() => new Set(chosen.value.map((word) => word.id))),
    places,
    choose,
    step,
    clear: () => (from.value = to.value = ''),
    set(first: string, last: string) {
      from.value = first
      to.value = last
    },
    textOf: (first: string, last: string) =>
      words.value
        .slice(places.value.get(first), (places.value.get(last) ?? -1) + 1)
        .map((word) => word.text)
        .join(' '),
  }
}

export type ChosenWords = ReturnType<typeof useChosenWords>
