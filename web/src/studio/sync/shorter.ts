/** Making a take shorter: what could be cut, what is, and what goes when something is. */
import { useQuery } from '@tanstack/vue-query'
import { refDebounced } from '@vueuse/core'
import { computed, ref, type Ref } from 'vue'
import { ask, client, Problem, type Schemas } from '@/api/client'
import type { ShownLesson } from '@/api/lesson'
import { knownUpTo } from '@/api/trail'
import type { Row } from './syncRows'

export type Cut = Schemas['Cut']
export type CutOffer = Schemas['CutOffer']

/** Milliseconds that a slider rests before it is asked what it would save. */
const SETTLED = 150

/** Seconds between two places of a slider. */
const STEP = 0.1

export function useShorter(take: Ref<string>, lesson: ShownLesson, ready: Ref<boolean>) {
  const longest = ref(1.2)
  const length = ref(0.6)
  /** Whether what could be cut is gone through in the rows. */
  const shown = ref(false)
  /** What is left of each silence: less than what a long one has. */
  const left = computed(() => Math.min(length.value, longest.value - STEP))
  const asked = refDebounced(
    computed(() => ({ longest: longest.value, length: left.value })),
    SETTLED,
  )
  const found = useQuery({
    queryKey: computed(() => [
      'shorter',
      lesson.id.value,
      take.value,
      knownUpTo(lesson.view.value),
      asked.value,
    ]),
    queryFn: async () => {
      const path = { lesson: lesson.id.value }
      const query = { take: take.value, ...asked.value }
      return (await ask(client.GET('/api/lessons/{lesson}/shorter', { params: { path, query } }))).found
    },
    enabled: ready,
    placeholderData: (before) => before,
    retry: false,
  })
  const offers = computed(() => found.data.value?.offers ?? [])
  const cuts = computed(() => found.data.value?.cuts ?? [])

  const cutOut = (wanted: readonly Cut[]) => lesson.send({ kind: 'cut out', cuts: [...wanted] })
  const putBack = (wanted: readonly Cut[]) => lesson.send({ kind: 'put cut back', cuts: [...wanted] })
  /** Cut a stretch of the take (seconds of take time); what was cut. */
  async function cutStretch(start: number, end: number, kind: Cut['kind']) {
    try {
      const path = { lesson: lesson.id.value }
      const query = { take: take.value, start, end, kind }
      const { cut } = await ask(client.GET('/api/lessons/{lesson}/cut', { params: { path, query } }))
      return (await cutOut([cut.cut])) ? cut.cut : undefined
    } catch (fault) {
      lesson.report(Problem.of(fault))
    }
  }
  return {
    longest,
    length,
    left,
    savings: computed(() => found.data.value?.savings ?? []),
    shown,
    offers,
    cuts,
    seconds: computed(() => found.data.value?.seconds ?? 0),
    was: computed(() => found.data.value?.was ?? 0),
    cutOut,
    putBack,
    cutStretch,
  }
}

const seconds = (of: { start: number; end: number }) => `${(of.end - of.start).toFixed(1)} s`

/** What was cut, in words. */
const CUT = {
  words: 'cut',
  talk: 'Talk: cut',
  silence: 'Silence: shortened',
  'begun twice': 'begun and broken off: cut',
  sound: 'A sound: cut',
}

/** A row for each cut, with its words and what lies in it. */
export const cutRows = (
  cuts: readonly Schemas['MadeCut'][],
  visits: Schemas['Trail']['visits'],
  printed: ReadonlyMap<string, string>,
): Row[] =>
  cuts.map(({ cut, holds }) => {
    const inside = visits.filter((visit) => cut.start <= visit.start && visit.start < cut.end)
    const words = inside.map((visit) => printed.get(visit.word)).join(' ')
    const said = [words && `“${words}”`, CUT[cut.kind], holds && `· ${holds}`].filter(Boolean).join(' ')
    return {
      kind: 'unheard',
      key: `cut${cut.start}`,
      start: cut.start,
      end: cut.end,
      text: said,
      note: seconds(cut),
      cut,
    }
  })

/** A row for each thing that could be cut. */
export const offerRows = (offers: readonly CutOffer[], printed: ReadonlyMap<string, string>): Row[] =>
  offers.map((offer) => ({
    kind: 'cut offer',
    key: `offered${offer.start}`,
    start: offer.start,
    end: offer.end,
    ...saidOf(offer, printed),
    offered: offer.cut,
  }))

function saidOf(offer: CutOffer, printed: ReadonlyMap<string, string>) {
  const left = offer.end - offer.start - (offer.cut.end - offer.cut.start)
  if (offer.cut.kind === 'silence')
    return { text: 'Silence', note: `${seconds(offer)} → ${left.toFixed(1)} s` }
  if (offer.cut.kind === 'begun twice')
    return {
      text: `Begun and broken off: “${printed.get(offer.first)} … ${printed.get(offer.last)}”`,
      note: seconds(offer),
    }
  return { text: 'A sound that is no voice', note: seconds(offer) }
}
