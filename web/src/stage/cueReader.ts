/**
 * The browser's reader of cue sheets. It knows nothing of the API, so that it also runs from one
 * offline file, and is held to `state_at` in wordtrail/core/cues/state.py by golden vectors.
 */

export interface CueSheet {
  seconds: number
  title_until: number
  pages: readonly { at: number; page: number }[]
  lights: readonly { word: string; start: number; end: number; sure?: boolean }[]
  drawings: readonly { mark: string; start: number; end: number; gate?: string }[]
  gates: readonly Gate[]
  captions: readonly { start: number; end: number; text: string }[]
  sentences: readonly number[]
  signposts?: readonly { signpost: string; start: number; end: number }[]
  reveals?: readonly { part: string; at: number; gate?: string; wait?: number }[]
  beats?: readonly { part: string; gate: string; start: number; end: number }[]
}

export interface Gate {
  pause: string
  at: number
  think_seconds: number
  word: string
  question: string
  kind?: string
  shows?: string
  page?: number
  answer_seconds?: number
  auto?: boolean
}

export interface StageState {
  page: number
  lit: string
  passed: number
  marks: { mark: string; progress: number }[]
  gate: string
  caption: string
  signpost: string
  parts: string[]
}

/** How many of `values` have `of(value) <= limit`; they ascend. */
function countUpTo<T>(values: readonly T[], limit: number, of: (value: T) => number): number {
  let low = 0
  let high = values.length
  while (low < high) {
    const middle = (low + high) >> 1
    if (of(values[middle]!) <= limit) low = middle + 1
    else high = middle
  }
  return low
}

const rounded = (share: number) => Math.round(share * 1e4) / 1e4

/** What is on the stage at lesson time `time`; `gate` names the gate it stands still at, for `waited` seconds by now. */
export function stateAt(sheet: CueSheet, time: number, gate = '', waited = 0): StageState {
  const stands = gate ? sheet.gates.findIndex((one) => one.pause === gate) : -1
  const heldAt = sheet.gates[stands]
  const placeOf = (name: string) => sheet.gates.findIndex((one) => one.pause === name)
  /** Whether the lesson has gone on after a gate; gates of one moment come one after another. */
  const isPast = (place: number, at: number) => at < time || (stands >= 0 && place >= 0 && place < stands)
  const turn = sheet.pages[countUpTo(sheet.pages, time, (page) => page.at) - 1]
  const passed = countUpTo(sheet.lights, time, (light) => light.start)
  const last = sheet.lights[passed - 1]

  function drawn({ start, end, gate: at }: CueSheet['drawings'][number]): number | undefined {
    const now = at ? waited : time
    if (at) {
      const place = placeOf(at)
      if (place >= 0 && isPast(place, sheet.gates[place]!.at)) return 1
      if (place < 0 || place !== stands) return undefined
    }
    if (now < start) return undefined
    return now >= end ? 1 : rounded((now - start) / (end - start))
  }

  function shown({ at, gate: name, wait }: NonNullable<CueSheet['reveals']>[number]): boolean {
    if (!name) return at <= time
    const place = placeOf(name)
    return (place === stands && waited >= (wait ?? 0)) || isPast(place, at)
  }

  return {
    page: heldAt && (heldAt.page ?? -1) >= 0 ? heldAt.page! : (turn?.page ?? 0),
    lit: last && time < last.end && !gate ? last.word : '',
    passed,
    marks: sheet.drawings.flatMap((drawing) => {
      const progress = drawn(drawing)
      return progress === undefined ? [] : [{ mark: drawing.mark, progress }]
    }),
    gate,
    caption: heldAt
      ? heldAt.question
      : (sheet.captions.find((one) => one.start <= time && time < one.end)?.text ?? ''),
    signpost: heldAt
      ? (heldAt.shows ?? '')
      : (sheet.signposts?.find((one) => one.start <= time && time < one.end)?.signpost ?? ''),
    parts: [
      ...(sheet.reveals ?? []).filter(shown).map((one) => one.part),
      ...(sheet.beats ?? [])
        .filter((one) => one.gate === gate && one.start <= waited && waited < one.end)
        .map((one) => one.part),
    ],
  }
}

/** The moment at which the sentence before `time` begins; within its first 1.2 s, the one before that. */
export function sentenceBack(sheet: CueSheet, time: number): number {
  const index = countUpTo(sheet.sentences, time - 1.2, (start) => start) - 1
  return Math.max(0, (sheet.sentences[index] ?? sheet.title_until) - 0.15)
}
