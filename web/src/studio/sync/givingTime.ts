/** Time for students in a take: what is heard more slowly, where the lesson stands still, and gaps to say it back. */
import { useQuery } from '@tanstack/vue-query'
import { computed, ref, type Ref } from 'vue'
import { ask, client, type Schemas } from '@/api/client'
import type { ShownLesson } from '@/api/lesson'
import { knownUpTo } from '@/api/trail'
import { clock, quoted } from '@/parts/words'
import type { Span } from '@/stage/player'
import type { Place, Row } from './syncRows'

interface In {
  take: Readonly<Ref<string>>
  lesson: ShownLesson
  ready: Readonly<Ref<boolean>>
  seconds: Readonly<Ref<number>>
  /** What is chosen, be it one word or several. */
  span: Readonly<Ref<Span | undefined>>
  /** Several words that are chosen together. */
  several: Readonly<Ref<Span | undefined>>
  /** The last of the chosen words. */
  last: Readonly<Ref<Place | undefined>>
}

const USUAL_HOLD = 5

export function useGivingTime({ take, lesson, ready, seconds, span, several, last }: In) {
  const after = ref<'sentence' | 'paragraph'>('sentence')
  const factor = ref(1.3)
  const stretch = computed(() => several.value ?? { start: 0, end: seconds.value })
  const found = useQuery({
    queryKey: computed(() => [
      'echo',
      lesson.id.value,
      take.value,
      knownUpTo(lesson.view.value),
      after.value,
      factor.value,
      stretch.value.start,
      stretch.value.end,
    ]),
    queryFn: () => {
      const query = { take: take.value, after: after.value, factor: factor.value }
      return ask(
        client.GET('/api/lessons/{lesson}/echo', {
          params: { path: { lesson: lesson.id.value }, query: { ...query, ...stretch.value } },
        }),
      )
    },
    enabled: ready,
    placeholderData: (before) => before,
    retry: false,
  })
  const own = <Thing extends { take: string }>(all: readonly Thing[]) =>
    all.filter((one) => one.take === take.value)
  const holds = computed(() => own(lesson.view.value.lesson.holds))
  const slower = computed(() => own(lesson.view.value.lesson.slower))

  return {
    after,
    factor,
    echo: found.data,
    holds,
    slower,
    /** The chosen words, or all of the take, are heard at so much of their speed (0.7 to 1). */
    setSpeed(pace: number, whole = false) {
      const { start, end } = whole || !span.value ? { start: 0, end: seconds.value } : span.value
      void lesson.send({ kind: 'set speed', take: take.value, start, end, pace })
    },
    /** The lesson stands still after the chosen word. */
    holdHere(seconds = USUAL_HOLD, counted = true) {
      const word = last.value
      if (!word) return
      const one = { word: word.word, at: word.end, seconds }
      void lesson.send({ kind: 'add holds', take: take.value, holds: [one], counted })
    },
    addEcho() {
      const wanted = found.data.value?.holds
      if (wanted?.length)
        void lesson.send({ kind: 'add holds', take: take.value, holds: wanted, counted: false })
    },
    removeHolds: () => lesson.send({ kind: 'remove holds', holds: holds.value.map((one) => one.id) }),
  }
}

/** A row where the take is heard more slowly, and one where words are silent; each can be taken back. */
export function madeRows(
  lesson: Schemas['Lesson'],
  take: string,
  trail: Schemas['Trail'],
  printed: ReadonlyMap<string, string>,
): Row[] {
  const said = ({ start, end }: Span) =>
    trail.visits
      .filter((visit) => visit.start >= start - 0.01 && visit.start < end)
      .map((visit) => printed.get(visit.word))
      .join(' ')
  const slower: Row[] = lesson.slower
    .filter((one) => one.take === take)
    .map((one) => ({
      kind: 'made',
      key: `slower${one.start}`,
      start: one.start,
      end: one.end,
      text: `Slower from here to ${clock(Math.min(one.end, trail.seconds))}`,
      note: `${Math.round(100 * one.pace)} %`,
      deed: 'At its own speed',
      undo: { kind: 'set speed', take, start: one.start, end: one.end, pace: 1 },
    }))
  const talked = (at: number) => trail.asides.some((aside) => aside.start <= at && at < aside.end)
  const silent: Row[] = lesson.blanks
    .filter((one) => one.take === take && !talked(one.start))
    .map((one) => ({
      kind: 'made',
      key: `silent${one.start}`,
      start: one.start,
      end: one.end,
      text: `${one.beep ? 'A tone in the place of' : 'Silent:'} ${quoted(said(one))}`,
      note: `${(one.end - one.start).toFixed(1)} s`,
      deed: 'Let it be heard',
      undo: { kind: 'hear talk', take, start: one.start, end: one.end },
    }))
  return [...slower, ...silent]
}
