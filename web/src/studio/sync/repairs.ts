/** What mends words of a take, or a place to check: by a key each. */
import { computed, type Ref } from 'vue'
import { useRouter } from 'vue-router'
import { ask, client, Problem, type Schemas } from '@/api/client'
import type { ShownLesson } from '@/api/lesson'
import type { Span } from '@/stage/player'
import { toReadAgain } from '../record/sentHere'
import type { useChosenSpan } from './chosenSpan'
import type { Missing } from './readHere'
import type { useShorter } from './shorter'
import type { Place, Row } from './syncRows'

type Check = Schemas['Check']
export type Repair = Check['repairs'][number]

/** What each repair is called. */
export const REPAIR: Record<Repair, string> = {
  tap: 'Tap it while you listen',
  'read again': 'Read it again',
  'as said': 'Show it as you said it',
  cut: 'Cut it',
  'listen again': 'Listen for its line again',
  'find again': 'Find the words again',
  shorten: 'Shorten the silence',
  talk: 'This is talk',
  'with word': 'Draw it with its word',
  slower: 'Hear it more slowly',
}

interface In {
  take: Readonly<Ref<string>>
  lesson: ShownLesson
  /** The words of the passages, in their order. */
  words: Readonly<Ref<readonly { id: string; sentence: number }[]>>
  visits: Readonly<Ref<Schemas['Trail']['visits']>>
  rows: Readonly<Ref<readonly Row[]>>
  chosen: Ref<Place | undefined>
  together: ReturnType<typeof useChosenSpan>
  shorter: ReturnType<typeof useShorter>
  /** The words were read here: a hand says when. */
  tapAlong: (words: Missing) => void
  /** One word was read that was not found, or taken for another. */
  wasRead: (place: Place) => void
  /** Look for all words of the take again. */
  findAgain: () => void
  /** Something was moved: it is heard. */
  changed: (span: Span) => void
}

export function useRepairs(given: In) {
  const { take, lesson, visits, rows, chosen, together } = given
  const router = useRouter()

  /** The words that are meant: those that are chosen together, or the line of the chosen one. */
  const stretch = computed<Span | undefined>(() => {
    if (together.span.value) return together.span.value
    const here = chosen.value
    return (
      here && rows.value.find((row) => row.kind === 'line' && row.start <= here.start && here.start < row.end)
    )
  })
  /** Those that are chosen, be it only one. */
  const meant = computed<Span | undefined>(() => together.chosen.value)
  const inside = ({ start, end }: Span) =>
    visits.value.filter((visit) => visit.start >= start - 1e-3 && visit.start < end)

  /** Listen for the words again, between those beside them. */
  async function listenAgain() {
    if (!stretch.value) return
    const { start, end } = stretch.value
    try {
      const found = await ask(
        client.POST('/api/lessons/{lesson}/listen-again', {
          params: { path: { lesson: lesson.id.value } },
          body: { take: take.value, start, end },
        }),
      )
      const before = chosen.value
      if (!(await lesson.send({ kind: 'place words', take: take.value, ...found }))) return
      given.changed({ start: found.starts[0]!, end: found.end })
      const place = found.words.indexOf(before?.word ?? '')
      const begins = found.starts[place]
      if (before && begins !== undefined)
        chosen.value = { ...before, start: begins, found: begins, end: found.ends[place]!, why: '' }
    } catch (fault) {
      lesson.report(Problem.of(fault))
    }
  }
  /** Tap each of the words while they are heard. */
  function tapAlong() {
    if (!stretch.value) return
    const own = inside(stretch.value)
    if (own.length)
      given.tapAlong({
        words: own.map((visit) => visit.word),
        start: own[0]!.start,
        end: Math.max(...own.map((visit) => visit.end)),
      })
  }
  const makeTalk = (span = meant.value) =>
    span && lesson.send({ kind: 'make talk', take: take.value, start: span.start, end: span.end })
  /** Everything in the stretch is as it was meant to be. */
  const onPurpose = () =>
    stretch.value && lesson.send({ kind: 'settle stretch', take: take.value, ...bounds(stretch.value) })

  /** To the desk, for the sentences of these words and back. */
  function readAgain() {
    const all = given.words.value
    const own = together.span.value ? inside(together.span.value).map((visit) => visit.word) : []
    const places = [...own, chosen.value?.word].map((id) => all.findIndex((word) => word.id === id))
    const known = places.filter((place) => place >= 0)
    if (!known.length) return
    let [first, last] = [Math.min(...known), Math.max(...known)]
    while (first > 0 && all[first - 1]!.sentence === all[first]!.sentence) first--
    while (last + 1 < all.length && all[last + 1]!.sentence === all[last]!.sentence) last++
    void router.push({ name: 'record', query: toReadAgain(all[first]!.id, all[last]!.id) })
  }

  /** Paragraphs that run far ahead of the plan, as slow as that asks for. */
  async function hearSlower() {
    try {
      const path = { lesson: lesson.id.value }
      const query = { take: take.value }
      const { stretches } = await ask(client.GET('/api/lessons/{lesson}/slower', { params: { path, query } }))
      if (stretches.length) await lesson.send({ kind: 'slow down', stretches })
    } catch (fault) {
      lesson.report(Problem.of(fault))
    }
  }
  /** The chosen word's place among those that light, and the one behind it. */
  const here = computed(() => {
    const one = chosen.value
    const at = one
      ? visits.value.findIndex((visit) => visit.word === one.word && Math.abs(visit.start - one.start) < 1e-3)
      : -1
    return { visit: visits.value[at], next: visits.value[at + 1] }
  })
  const twice = computed(() => !!here.value.visit && here.value.next?.word === here.value.visit.word)
  const place = (word: string, starts: number[], ends: number[]) =>
    lesson.send({
      kind: 'place words',
      take: take.value,
      words: starts.map(() => word),
      starts,
      ends,
      end: ends[ends.length - 1]!,
    })
  /** The chosen word is said again from a moment on. */
  function split(at: number) {
    const { visit } = here.value
    if (visit) void place(visit.word, [visit.start, at], [at, visit.end])
  }
  /** What lights twice is said once. */
  function join() {
    const { visit, next } = here.value
    if (visit && next && twice.value) void place(visit.word, [visit.start], [next.end])
  }
  /** What is chosen is not heard, or a tone in its place. */
  const silence = (beep: boolean) =>
    meant.value &&
    lesson.send({
      kind: 'silence words',
      take: take.value,
      start: meant.value.start,
      end: meant.value.end,
      beep,
    })

  const deeds: Record<Repair, (check: Check) => unknown> = {
    tap: (check) => (check.kind === 'left out' ? given.wasRead({ ...check }) : tapAlong()),
    'read again': readAgain,
    'as said': (check) => lesson.send({ kind: 'show as said', word: check.word, said: check.heard }),
    cut: (check) => together.cutNow(check, cutKind(check)),
    'listen again': listenAgain,
    'find again': given.findAgain,
    shorten: (check) => given.shorter.cutStretch(check.start, check.end, 'silence'),
    talk: makeTalk,
    'with word': (check) => lesson.send({ kind: 'free mark', take: take.value, id: check.about }),
    slower: hearSlower,
  }
  return {
    listenAgain,
    tapAlong,
    makeTalk: () => makeTalk(),
    onPurpose,
    readAgain,
    twice,
    split,
    join,
    silence: (beep: boolean) => void silence(beep),
    /** Mend a place to check in one of its ways. */
    mend: (repair: Repair, check: Check) => void deeds[repair](check),
  }
}

const bounds = ({ start, end }: Span) => ({ start: Math.max(0, start - 0.01), end })

/** How what a place to check cuts is called. */
function cutKind(check: Check): Schemas['CutKind'] {
  if (check.alike === 'begun twice') return 'begun twice'
  return check.kind === 'no words' ? 'sound' : 'words'
}
