/** The guide of a recording: the places it leads through, where it has come to, and what stands there. */
import { computed, ref, watch, type Ref } from 'vue'
import type { Schemas } from '@/api/client'
import type { Layout } from '@/stage/shapes'
import { guidePlaces, placeOf } from '../guidePlaces'

/** Seconds between the end of the count-in and the guide's first word. */
export const LEAD_IN = 0.6

interface Run {
  /** Seconds of take time. */
  time: Readonly<Ref<number>>
  /** Whether a take is being recorded. */
  running: Readonly<Ref<boolean>>
  /** Whether the guide sets the light and turns the pages. */
  follow: Readonly<Ref<boolean>>
}

export function useGuide(
  layout: Ref<Layout | undefined>,
  guide: Ref<Schemas['Guide'] | undefined>,
  points: Ref<readonly Schemas['PausePoint'][]>,
  { time, running, follow }: Run,
) {
  const stretches = computed(() => guide.value?.stretches ?? [])
  const places = computed(() => (layout.value ? guidePlaces(stretches.value, layout.value) : []))
  const at = ref(0)
  const place = computed(() => places.value[Math.min(at.value, places.value.length - 1)])
  const page = computed(() => place.value?.page ?? Math.min(1, (layout.value?.pages.length ?? 1) - 1))
  const minutes = computed(() => (stretches.value[stretches.value.length - 1]?.end ?? 0) / 60)

  /** The stretch that the guide has come to, and the word there. */
  const now = computed(() => {
    if (!follow.value || !running.value) return undefined
    const passed = time.value - LEAD_IN
    const stretch =
      stretches.value.find((one) => one.end > passed) ?? stretches.value[stretches.value.length - 1]
    const word = stretch?.words.find((one) => one.end > passed)?.id ?? ''
    return stretch && { stretch, word }
  })
  const lit = computed(() => now.value?.word ?? '')
  watch(now, (found) => {
    if (!found || !layout.value) return
    const here = placeOf(places.value, found.stretch, found.word, layout.value)
    if (here >= 0) at.value = here
  })

  /** The pause point whose prompt stands here, where it has no board of its own. */
  const prompt = computed(() => {
    const point = points.value.find((one) => one.id === place.value?.signpost)
    if (!point) return undefined
    return { point, words: stretches.value.find((one) => one.signpost === point.id)?.words ?? [] }
  })

  /** To the next place of the lesson, or the one before. */
  function go(by: number) {
    const last = places.value.length - 1
    at.value = Math.max(0, Math.min(Math.min(at.value, last) + by, last))
  }
  const begin = () => (at.value = 0)

  return { places, at, page, minutes, lit, prompt, go, begin }
}
