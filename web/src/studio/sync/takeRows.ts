/** All that stands down the page of a take: its lines and talk, what is not heard of it, what was made of its time. */
import { replaceEqualDeep } from '@tanstack/vue-query'
import { computed, type Ref } from 'vue'
import type { Schemas, Take } from '@/api/client'
import type { ShownLesson } from '@/api/lesson'
import { takeName } from '../takes'
import type { useMoments } from './byHand'
import { madeRows } from './givingTime'
import { cutRows, offerRows, type useShorter } from './shorter'
import type { StripMark } from './stripMarks'
import { rowsOf, unheardRows, withUnheard, type Row } from './syncRows'

interface In {
  take: Readonly<Ref<string>>
  lesson: ShownLesson
  stage: Readonly<Ref<Schemas['Stage'] | undefined>>
  trail: Readonly<Ref<Schemas['TrailView'] | undefined>>
  /** What is printed of each word. */
  words: Readonly<Ref<ReadonlyMap<string, string>>>
  marks: Readonly<Ref<readonly StripMark[]>>
  /** What was done on the stage. */
  done: Readonly<Ref<readonly StripMark[]>>
  moments: ReturnType<typeof useMoments>
  shorter: ReturnType<typeof useShorter>
  takeOf: (id: string) => Take | undefined
}

/** The rows; one in which nothing has changed is the same as before, and is not drawn anew. */
export function useTakeRows({
  take,
  lesson,
  stage,
  trail,
  words,
  marks,
  done,
  moments,
  shorter,
  takeOf,
}: In) {
  const ofTake = <One extends { take: string }>(all: readonly One[]) =>
    all.filter((one) => one.take === take.value)
  const said = (id: string) => takeName(takeOf(id) ?? { name: '', number: 0 })
  const fresh = computed(() => {
    if (!stage.value || !trail.value) return []
    const { pause_points, replacements } = lesson.view.value.lesson
    const { visits } = trail.value.trail
    const read = rowsOf(stage.value, trail.value, pause_points, words.value, [
      ...marks.value.map(moments.placed),
      ...done.value,
    ])
    const unheard = [
      ...unheardRows(trail.value, ofTake(replacements), said),
      ...cutRows(shorter.cuts.value, visits, words.value),
    ]
    const made = [
      ...madeRows(lesson.view.value.lesson, take.value, trail.value.trail, words.value),
      ...(shorter.shown.value ? offerRows(shorter.offers.value, words.value) : []),
    ]
    return withUnheard(read, unheard, made)
  })
  return computed<Row[]>((before) => replaceEqualDeep(before, fresh.value))
}
