/**
 * The browser's reader of cue sheets. It knows nothing of the API, so that it also runs from one
 * offline file, and is held to `state_at` in wordtrail/core/cues/state.py by golden vectors.
 */

export interface CueSheet {
  seconds: number
  title_until: number
  pages: readonly { at: number; page: number }[]
  lights: readonly { word: string; start: number; end: number; sure?: boolean }[]
  drawings: readonly { mark: string; start: number; end: number }[]
  gates: readonly { pause: string; at: number; think_seconds: number; word: string; question: string }[]
  captions: readonly { start: number; end: number; text: string }[]
  sentences: readonly number[]
}

export interface StageState {
  page: number
  lit: string
  passed: number
  marks: { mark: string; progress: number }[]
  gate: string
  caption: string
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

/** What is on the stage at lesson time `time`; `gate` names the pause point it stands still at. */
export function stateAt(sheet: CueSheet, time: number, gate = ''): StageState {
  const turn = sheet.pages[countUpTo(sheet.pages, time, (page) => page.at) - 1]
  const passed = countUpTo(sheet.lights, time, (light) => light.start)
  const last = sheet.lights[passed - 1]
  const caption = gate
    ? sheet.gates.find((candidate) => candidate.pause === gate)?.question
    : sheet.captions.find((candidate) => candidate.start <= time && time < candidate.end)?.text
  return {
    page: turn?.page ?? 0,
    lit: last && time < last.end && !gate ? last.word : '',
    passed,
    marks: sheet.drawings
      .filter((drawing) => drawing.start <= time)
      .map(({ mark, start, end }) => ({
        mark,
        progress: time >= end ? 1 : rounded((time - start) / (end - start)),
      })),
    gate,
    caption: caption ?? '',
  }
}

/** The moment at which the sentence before `time` begins; within its first 1.2 s, the one before that. */
export function sentenceBack(sheet: CueSheet, time: number): number {
  const index = countUpTo(sheet.sentences, time - 1.2, (start) => start) - 1
  return Math.max(0, (sheet.sentences[index] ?? sheet.title_until) - 0.15)
}
