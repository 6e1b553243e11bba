/** The guide of a recording: the places it leads through, where it has come to, and what stands there. */
import { computed, ref, watch, type Ref } from 'vue'
import type { Schemas } from '@/api/client'
import type { Layout } from '@/stage/shapes'
import { guidePlaces } from '../guidePlaces'

/** Seconds between the end of the count-in and the guide's first word. */
export const LEAD_IN = 0.6

/** Seconds between coming to a place and its first word. */
export const SETTLE = 0.4

interface Run {
  /** Seconds of take time. */
  time: Readonly<Ref<number>>
  /** Whether a take is being recorded. */
  running: Readonly<Ref<boolean>>
  /** Whether the guide sets the light. */
  follow: Readonly<Ref<boolean>>
  /** Whether the light waits where it is, since the teacher talks. */
  held: Readonly<Ref<boolean>>
}

/**
 * The guide leads over the words of a place at its pace and waits at the end of it: who talks, or is a line behind,
 * loses nothing from under their eyes. While it is held, its light stays where it is. Only a key or a tap goes on to the next page, card or question.
 */
export function useGuide(
  layout: Ref<Layout | undefined>,
  guide: Ref<Schemas['Guide'] | undefined>,
  points: Ref<readonly Schemas['PausePoint'][]>,
  { time, running, follow, held }: Run,
) {
  const stretches = computed(() => guide.value?.stretches ?? [])
  const places = computed(() => (layout.value ? guidePlaces(stretches.value, layout.value) : []))
  const chosen = ref(0)
  const last = computed(() => Math.max(0, places.value.length - 1))
  const at = computed(() => Math.min(chosen.value, last.value))
  const place = computed(() => places.value[at.value])
  const page = computed(() => place.value?.page ?? Math.min(1, (layout.value?.pages.length ?? 1) - 1))
  const minutes = computed(() => (stretches.value[stretches.value.length - 1]?.end ?? 0) / 60)

  /** The moment of the take at which the first word of the place is due. */
  const due = ref(LEAD_IN)
  const isLeading = computed(() => follow.value && running.value)
  /** The moment of the take at which the light began to wait. */
  const heldSince = ref<number>()
  watch(
    held,
    (now) => {
      if (now) heldSince.value ??= time.value
      else if (heldSince.value !== undefined) {
        due.value += time.value - Math.max(heldSince.value, 0)
        heldSince.value = undefined
      }
    },
    { flush: 'sync' },
  )
  const word = computed(() => {
    const words = place.value?.words ?? []
    const passed = (heldSince.value ?? time.value) - due.value + (words[0]?.start ?? 0)
    return words.find((one) => one.end > passed)
  })
  const lit = computed(() => (isLeading.value && time.value >= due.value ? (word.value?.id ?? '') : ''))
  /** Whether the guide has come to the end of its place, and something follows. */
  const waits = computed(() => isLeading.value && !word.value && at.value < last.value)

  /** The pause point whose prompt stands here, where it has no board of its own. */
  const prompt = computed(() => {
    const point = points.value.find((one) => one.id === place.value?.signpost)
    return point && { point, words: place.value?.words ?? [] }
  })

  /* Slower or faster: the word that is lit stays lit. */
  watch(stretches, () => {
    const words = place.value?.words ?? []
    const now = words.find((one) => one.id === lastLit)
    if (now) due.value = (heldSince.value ?? time.value) - (now.start - (words[0]?.start ?? 0))
  })
  let lastLit = ''
  watch(lit, (now) => (lastLit = now || lastLit), { flush: 'sync' })

  /** To a word (its id), which is due at a moment of the take; false where no place has it. */
  function from(word: string, at: number) {
    const here = places.value.findIndex(
      (one, n) => n >= chosen.value && one.words.some(({ id }) => id === word),
    )
    const to = here >= 0 ? here : places.value.findLastIndex((one) => one.words.some(({ id }) => id === word))
    const words = places.value[to]?.words ?? []
    const there = words.find(({ id }) => id === word)
    if (!there) return false
    due.value = at - (there.start - words[0]!.start)
    if (heldSince.value !== undefined) heldSince.value = at
    chosen.value = to
    return true
  }

  /** To another place of the lesson. */
  function jump(wanted: number) {
    const to = Math.max(0, Math.min(wanted, last.value))
    if (to !== at.value) {
      due.value = time.value + SETTLE
      if (heldSince.value !== undefined) heldSince.value = time.value
    }
    chosen.value = to
  }
  function begin() {
    chosen.value = 0
    due.value = LEAD_IN
    heldSince.value = held.value ? 0 : undefined
  }

  return { places, at, page, minutes, lit, waits, prompt, jump, from, begin }
}
