import { ref, type Ref } from 'vue'
import type { OpenLesson } from '@/api/lesson'
import { useGathered } from './gathered'
import type { StripMark } from './stripMarks'
import type { Place } from './syncRows'

/** A visit's start, moved; `found` is where the ear found it, which is how the lesson remembers it. */
interface Moved {
  take: string
  word: string
  found: number
  start: number
}
/** A mark's moment, set by hand. */
interface Placed {
  take: string
  id: string
  start: number
  seconds: number
}
type Sending = Pick<OpenLesson, 'send' | 'unkeptWhile'>

/** Starts of words that are set by hand in a take; `kept` is called with each that was kept. */
export function useStarts(take: Readonly<Ref<string>>, lesson: Sending, kept: (moved: Moved) => unknown) {
  const moves = useGathered<Moved>(
    async (moved) => {
      if (await lesson.send({ kind: 'move start', ...moved })) await kept(moved)
    },
    (one, other) => one.take === other.take && one.word === other.word && one.found === other.found,
    lesson,
  )
  const moving = moves.newest

  return {
    moving,
    /** Put a start at once. */
    move: (word: string, found: number, start: number) =>
      moves.keep({ take: take.value, word, found, start }),
    /** Put it a little sooner or later (seconds); several quickly are one change. */
    nudge(by: number, place: Pick<Place, 'word' | 'found' | 'start'>) {
      const { word, found } = place
      const same = moving.value?.word === word && moving.value.found === found
      const start = Math.max(0, (same ? moving.value.start : place.start) + by)
      moves.gather({ take: take.value, word, found, start })
    },
  }
}

/** Words that begin and end together at other moments. */
interface MovedStretch {
  take: string
  words: string[]
  starts: number[]
  ends: number[]
  end: number
  by: number
}

/** Stretches of words that a hand moves in a take; `kept` is called with the seconds that each was moved by. */
export function useStretchMoves(take: Readonly<Ref<string>>, lesson: Sending, kept: (by: number) => unknown) {
  const moves = useGathered<MovedStretch>(
    async ({ by, ...moved }) => {
      if (await lesson.send({ kind: 'place words', ...moved })) await kept(by)
    },
    (one, other) => one.take === other.take && one.words.join() === other.words.join(),
    lesson,
  )
  return {
    /** Put them a little sooner or later (seconds); several quickly are one change. */
    nudge(by: number, visits: readonly { word: string; start: number; end: number }[]) {
      const words = visits.map((visit) => visit.word)
      const before = moves.newest.value
      const all = by + (before?.words.join() === words.join() ? before.by : 0)
      const least = Math.max(all, -(visits[0]?.start ?? 0))
      const ends = visits.map((visit) => visit.end + least)
      moves.gather({
        take: take.value,
        words,
        starts: visits.map((visit) => visit.start + least),
        ends,
        end: ends[ends.length - 1]!,
        by: least,
      })
    },
  }
}

/** Moments of marks that are set by hand in a take. */
export function useMoments(take: Readonly<Ref<string>>, lesson: Sending) {
  const chosen = ref('')
  const places = useGathered<Placed>(
    (placed) => lesson.send({ kind: 'place mark', ...placed }),
    (one, other) => one.take === other.take && one.id === other.id,
    lesson,
  )
  const placing = places.newest
  function placed(mark: StripMark): StripMark {
    const own = placing.value?.id === mark.id ? placing.value : undefined
    return own ? { ...mark, start: own.start, end: own.start + own.seconds } : mark
  }
  const at = (mark: StripMark, start: number, seconds: number): Placed => {
    chosen.value = mark.id
    return { take: take.value, id: mark.id, start: Math.max(0, start), seconds }
  }

  return {
    chosen,
    /** A mark as it is being moved. */
    placed,
    /** Draw it from a moment (seconds of take time) on, for as long as it takes or for so many seconds. */
    place: (mark: StripMark, start: number, seconds = mark.end - mark.start) =>
      places.keep(at(mark, start, seconds)),
    /** Draw it a little sooner or later (seconds); several quickly are one change. */
    nudge(by: number, mark: StripMark) {
      const before = placed(mark)
      places.gather(at(mark, before.start + by, before.end - before.start))
    },
  }
}
