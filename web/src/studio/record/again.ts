/** Again from a sentence: what was said of it is dropped, three stones are counted, and she reads on from its beginning. */
import { computed, onBeforeUnmount, ref, type Ref } from 'vue'
import type { Schemas } from '@/api/client'

const STONES = 3

interface AgainIn {
  words: Readonly<Ref<readonly Schemas['Word'][]>>
  /** Seconds of take time. */
  time: Readonly<Ref<number>>
  /** Seconds that the stones take together; then is the moment to read. */
  seconds: Readonly<Ref<number>>
  /** The word at which she is. */
  here: Readonly<Ref<string>>
  /** Go back to a word, which is due at a moment of the take. */
  goBack: (word: string, due: number) => void
}

export function useAgain({ words, time, seconds, here, goBack }: AgainIn) {
  const places = computed(() => new Map(words.value.map((word, index) => [word.id, index])))
  const from = ref('')
  /** Where she went back to in this take, one after another. */
  const taken = ref<string[]>([])
  const count = ref(0)
  let timer = 0

  const beginOf = (place: number) => {
    let first = place
    while (first > 0 && words.value[first - 1]!.sentence === words.value[place]!.sentence) first--
    return first
  }
  /** Back to the beginning of a word's sentence; without one, of the sentence that is read; while the stones are
      counted, a sentence further back. */
  function again(word = '') {
    const at = places.value.get(word || (count.value ? from.value : here.value))
    if (at === undefined) return
    const further = !word && count.value && at > 0
    const begin = words.value[beginOf(further ? at - 1 : at)]!
    from.value = begin.id
    taken.value.push(begin.id)
    goBack(begin.id, time.value + seconds.value)
    window.clearInterval(timer)
    count.value = STONES
    timer = window.setInterval(
      () => {
        if (--count.value <= 0) window.clearInterval(timer)
      },
      (seconds.value / STONES) * 1000,
    )
  }
  function stop() {
    window.clearInterval(timer)
    count.value = 0
  }
  onBeforeUnmount(stop)

  const beginning = (word: string) => {
    const at = places.value.get(word)
    const said = at === undefined ? [] : words.value.slice(at, at + 3)
    return said.map((one) => one.text).join(' ')
  }
  return {
    again,
    stop,
    begin: () => (stop(), (taken.value = [])),
    count,
    /** What is read again, as printed. */
    text: computed(() => beginning(from.value)),
    taken: computed(() => taken.value.map((word) => ({ word, text: beginning(word) }))),
    can: computed(() => places.value.has(here.value)),
  }
}
