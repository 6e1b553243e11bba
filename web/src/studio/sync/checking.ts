/** The places of a take that want a listen, one after another. */
import { computed, type Ref } from 'vue'
import type { Schemas } from '@/api/client'
import type { ShownLesson } from '@/api/lesson'
import { isSamePlace, type Place } from './syncRows'

type Check = Schemas['Check']

interface In {
  take: Readonly<Ref<string>>
  lesson: ShownLesson
  trail: Readonly<Ref<Schemas['TrailView'] | undefined>>
  chosen: Ref<Place | undefined>
  /** Choose it, and hear it once. */
  choose: (place: Place) => void
}

export function useChecking({ take, lesson, trail, chosen, choose }: In) {
  /** The server's order: what most likely is a fault that is seen comes first. */
  const checks = computed(() => trail.value?.checks ?? [])
  /** The chosen place, if it is one of them. */
  const current = computed(() => {
    const here = chosen.value
    return here && checks.value.find((check) => isSamePlace(check, here))
  })

  /** The place to check that comes after the chosen one; the first, where there is none. */
  function following(left: readonly Check[]): Check | undefined {
    const at = current.value ? checks.value.indexOf(current.value) : -1
    return checks.value.slice(at + 1).find((check) => left.includes(check)) ?? left[0]
  }
  function next() {
    const place = following(checks.value)
    if (place) choose(place)
  }
  /** These are fine as they are; on to the next. */
  function settle(fine: readonly Check[]) {
    const place = following(checks.value.filter((check) => !fine.includes(check)))
    const places = fine.map(({ word, found }) => ({ word, found }))
    void lesson.send({ kind: 'settle places', take: take.value, places })
    if (place) choose(place)
    else chosen.value = undefined
  }
  return { checks, current, next, settle }
}
