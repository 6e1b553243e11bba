/** Who sets the light while recording: the guide at its pace, the teacher's hand, or her voice. */
import { useLocalStorage } from '@vueuse/core'
import { computed, ref, watch, type Ref } from 'vue'
import type { VoiceAt } from '@/recording/voice'
import type { GuidePlace } from '../guidePlaces'

export const LIGHT_BY = [
  { value: 'guide', name: 'the guide' },
  { value: 'hand', name: 'my hand' },
  { value: 'voice', name: 'my voice' },
  { value: 'nobody', name: 'nobody' },
] as const
export type LightBy = (typeof LIGHT_BY)[number]['value']

/** Words that a voice is quickly past are lit one after another, so long each. */
const WALK_MILLISECONDS = 50

interface Lit {
  places: Readonly<Ref<readonly GuidePlace[]>>
  at: Readonly<Ref<number>>
  running: Readonly<Ref<boolean>>
  /** What the guide lights, and where her voice is. */
  byGuide: Readonly<Ref<string>>
  byVoice: Readonly<Ref<VoiceAt>>
  /** To another place of the lesson, since her voice is there. */
  jump: (to: number) => void
  /** She is about to read this word, since she went to its place. */
  expect: (word: string) => void
  next: () => void
}

export function useLight({ places, at, running, byGuide, byVoice, jump, expect, next }: Lit) {
  const by = useLocalStorage<LightBy>('word-trail.light-by', 'guide')
  const words = computed(() => places.value[at.value]?.words.map((one) => one.id) ?? [])
  /** The word that the hand or the voice has lit last. */
  const own = ref('')

  /** The hand lights the next word; at the end of a page, the next press goes on. */
  function step() {
    const here = words.value.indexOf(own.value)
    const following = words.value[here + 1]
    if (following) own.value = following
    else {
      next()
      own.value = ''
    }
  }
  /** The light stands before this word. */
  function before(word: string) {
    stop()
    const here = words.value.indexOf(word)
    own.value = words.value[here - 1] ?? ''
  }

  watch(at, () => {
    const [first] = words.value
    if (first && !words.value.includes(own.value) && placeOf(byVoice.value.word) !== at.value) expect(first)
  })

  let walking = 0
  /** Words that she is past, and the one she is at, while they are not lit yet. */
  let ahead: readonly string[] = []
  watch(byVoice, ({ word, passed }) => {
    const there = placeOf(word)
    if (by.value !== 'voice' || there === undefined) return
    window.clearTimeout(walking)
    if (there !== at.value) {
      own.value = word
      jump(there)
    }
    const way = [...ahead, ...passed, word]
    const along = way.map((one) => words.value.indexOf(one))
    walk(along.every((one, n) => one > (along[n - 1] ?? -1)) ? way : [word])
  })
  function walk([word = '', ...others]: readonly string[]) {
    own.value = word
    ahead = others
    if (others.length) walking = window.setTimeout(() => walk(others), WALK_MILLISECONDS)
  }
  function stop() {
    window.clearTimeout(walking)
    ahead = []
  }
  /** The place of the lesson with this word: this one, the next that has it, or any. */
  function placeOf(word: string): number | undefined {
    const having = places.value.flatMap((one, n) => (one.words.some(({ id }) => id === word) ? [n] : []))
    return having.find((n) => n >= at.value) ?? having[having.length - 1]
  }

  const lit = computed(() => {
    if (!running.value || by.value === 'nobody') return ''
    return by.value === 'guide' ? byGuide.value : own.value
  })
  /** The word that was lit last: who goes back goes back from there. */
  const lastLit = ref('')
  watch(lit, (word) => (lastLit.value = word || lastLit.value))
  watch(by, () => {
    stop()
    own.value = lastLit.value
  })

  return {
    by,
    lit,
    lastLit,
    step,
    before,
    begin() {
      stop()
      own.value = lastLit.value = ''
    },
  }
}
