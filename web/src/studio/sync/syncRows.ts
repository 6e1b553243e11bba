/** How a trail is laid out down the page: a strip of sound for each line read, talk and pauses between. */
import type { Command, Schemas } from '@/api/client'
import { quoted } from '@/parts/words'
import { placesOf } from '@/stage/shapes'
import { sentenceOf } from './namings'
import type { StripMark } from './stripMarks'

type Trail = Schemas['Trail']
type Visit = Trail['visits'][number]
export type Replacement = Schemas['Lesson']['replacements'][number]

export interface StripVisit {
  word: string
  start: number
  end: number
  found: number
  sure: boolean
  /** Why it is not sure, in a sentence. */
  why: string
  slip: string
  /** It is not heard in the lesson. */
  gone?: boolean
}

export type Row =
  | {
      kind: 'line'
      key: string
      start: number
      end: number
      visits: StripVisit[]
      marks: StripMark[]
      /** It is not heard in the lesson. */
      unheard?: boolean
    }
  | {
      kind: 'talk'
      key: string
      start: number
      end: number
      text: string
      note: string
      marks: StripMark[]
      /** What is said, in words. */
      talk: Schemas['TalkStretch'] | undefined
    }
  | {
      kind: 'offer'
      key: string
      start: number
      end: number
      text: string
      note: string
      offer: Schemas['Named']
    }
  | {
      kind: 'unheard'
      key: string
      start: number
      end: number
      text: string
      note: string
      /** What was dropped at the desk, or what is heard instead. */
      again?: Schemas['Again']
      instead?: Replacement
      /** What was cut. */
      cut?: Schemas['Cut']
    }
  | {
      /** Something that was made of the time: a hold, a slower stretch, a silent word. */
      kind: 'made'
      key: string
      start: number
      end: number
      text: string
      note: string
      deed: string
      undo: Command
    }
  | {
      kind: 'cut offer'
      key: string
      start: number
      end: number
      text: string
      note: string
      offered: Schemas['Cut']
    }
  | {
      kind: 'pause' | 'missing'
      key: string
      start: number
      end: number
      text: string
      note: string
      /** The words that were not heard, and where they can be. */
      missed?: Schemas['Missed']
    }

/** A visit or slip that can be chosen. */
export interface Place {
  word: string
  start: number
  end: number
  found: number
  why: string
}

/** The kind of a gate at which nothing is asked. */
const HOLD = 'hold'

/** Whether two are the same visit, slip or place to check. */
export const isSamePlace = (one: Pick<Place, 'word' | 'found'>, other: Pick<Place, 'word' | 'found'>) =>
  one.word === other.word && Math.abs(one.found - other.found) < 1e-3

/**
 * Rows in the order in which they were said. `found` of a mended visit is where the ear had it. Each of `marks`
 * stands in the line or talk in which it is drawn.
 */
export function rowsOf(
  stage: Schemas['Stage'],
  view: Schemas['TrailView'],
  planned: readonly Schemas['PausePoint'][],
  printed: ReadonlyMap<string, string>,
  marks: readonly StripMark[],
): Row[] {
  const trail = view.trail
  const doubts = new Map(view.checks.map((check) => [`${check.word}@${check.found}`, check.why]))
  const places = placesOf(stage.layout)
  const rows: Row[] = []
  const lineOf = (visit: Visit) => {
    const place = places.get(visit.word)
    return place ? `${place.page}/${place.box.line}` : ''
  }
  let line = ''
  const setsOut = new Set(view.legs.map((leg) => leg.first))
  trail.visits.forEach((visit, index) => {
    const here = lineOf(visit)
    const last = rows[rows.length - 1]
    const strip: StripVisit = {
      word: visit.word,
      start: visit.start,
      end: visit.end,
      found: visit.found ?? visit.start,
      sure: !doubts.has(`${visit.word}@${visit.found ?? visit.start}`),
      why: doubts.get(`${visit.word}@${visit.found ?? visit.start}`) ?? '',
      slip:
        trail.slips.find((slip) => slip.word === visit.word && Math.abs(slip.start - visit.start) < 0.3)
          ?.kind ?? '',
    }
    if (last?.kind === 'line' && here === line && !setsOut.has(index)) {
      last.visits.push(strip)
      last.end = Math.max(visit.end, last.end)
    } else {
      rows.push({
        kind: 'line',
        key: `line${index}`,
        start: visit.start,
        end: visit.end,
        visits: [strip],
        marks: [],
      })
    }
    line = here
  })
  /** What is said stands at the first of the stretches that it was written for. */
  const written = view.talk.flatMap((one) => [one, ...Array<undefined>(one.stretches - 1).fill(undefined)])
  const talk: Row[] = trail.asides.map((aside, i) => ({
    kind: 'talk',
    key: `talk${i}`,
    start: aside.start,
    end: aside.end,
    text: 'Talk',
    note: `${(aside.end - aside.start).toFixed(1)} s`,
    marks: [],
    talk: written[i],
  }))
  const points = new Set(planned.map((point) => point.id))
  const holds: Row[] = stage.sheet.gates
    .filter((gate) => gate.kind === HOLD)
    .map((gate) => ({
      kind: 'made',
      key: gate.pause,
      start: gate.at,
      end: gate.at,
      text: `Stands still after ${quoted(printed.get(gate.word))}${gate.shows ? ', with stones' : ''}`,
      note: `${gate.think_seconds} s`,
      deed: 'Go straight on',
      undo: { kind: 'remove holds', holds: [gate.pause] },
    }))
  const asked = stage.sheet.gates.filter((gate) => gate.kind !== HOLD)
  const pauses: Row[] = asked.map((gate) => ({
    kind: 'pause',
    key: gate.pause,
    start: gate.at,
    end: gate.at,
    text: `${points.has(gate.shows) ? 'Pause point' : 'Shown here'} · ${gate.question}`,
    note: `${Math.round(gate.think_seconds)} s, made by the lesson`,
  }))
  const heard = [...rows, ...talk].sort((a, b) => a.start - b.start)
  for (const mark of marks) {
    const row = heard.findLast((one) => one.start <= mark.start + 0.05) ?? heard[0]
    if (row && 'marks' in row) row.marks.push(mark)
  }
  const unread = new Set(trail.unread)
  const changed: Row[] = view.checks
    .filter((check) => check.kind === 'changed' && !unread.has(check.word))
    .map((check) => ({
      kind: 'missing',
      key: `changed${check.word}`,
      start: check.start,
      end: check.start,
      text: check.why,
      note: '',
    }))
  const offers: Row[] = view.named.map((offer, i) => ({
    kind: 'offer',
    key: `offer${i}`,
    start: offer.at,
    end: offer.at,
    text: sentenceOf(offer),
    note: '',
    offer,
  }))
  return [...rows, ...talk, ...offers, ...pauses, ...holds, ...changed, ...missing(view, printed)].sort(
    (a, b) => a.start - b.start,
  )
}

/** What of a take is not heard in the lesson: dropped at the desk, or replaced; `from` names the take that is heard. */
export function unheardRows(
  view: Schemas['TrailView'],
  replaced: readonly Replacement[],
  from: (take: string) => string,
): Row[] {
  const dropped: Row[] = view.dropped.map(({ again, start, end }) => ({
    kind: 'unheard',
    key: `dropped${again.at}`,
    start,
    end,
    text: 'Read again from here: dropped',
    note: `${(end - start).toFixed(1)} s`,
    again,
  }))
  const elsewhere: Row[] = replaced.map((one) => ({
    kind: 'unheard',
    key: `replaced${one.start}`,
    start: one.start,
    end: one.end,
    text: `${from(one.by)} is heard here`,
    note: `${(one.by_end - one.by_start).toFixed(1)} s`,
    instead: one,
  }))
  return [...dropped, ...elsewhere]
}

/** All rows with those of what is not heard, and `more`; words that are not heard say so. */
export function withUnheard(rows: readonly Row[], unheard: readonly Row[], more: readonly Row[] = []): Row[] {
  const inside = (at: number) => unheard.some((one) => one.start - 0.01 <= at && at < one.end)
  const lines = rows.map((row) => {
    if (row.kind !== 'line' || !row.visits.some((visit) => inside(visit.start))) return row
    const visits = row.visits.map((visit) => (inside(visit.start) ? { ...visit, gone: true } : visit))
    return { ...row, visits, unheard: visits.every((visit) => visit.gone) }
  })
  return [...unheard, ...more, ...lines].sort((a, b) => a.start - b.start)
}

/** Words left out, and stretches not read at all, each behind the word that was read before it. */
function missing(view: Schemas['TrailView'], printed: ReadonlyMap<string, string>): Row[] {
  return view.missed.map((one) => {
    const text = one.words.map((word) => printed.get(word)).join(' ')
    const count = one.words.length === 1 ? '1 word' : `${one.words.length} words`
    return {
      kind: 'missing',
      key: `missed${one.words[0]}`,
      start: one.at,
      end: one.at,
      text: one.left_out ? `Left out · “${text}”` : `Not read · “${text}”`,
      note: one.left_out ? '' : count,
      missed: one,
    }
  })
}
