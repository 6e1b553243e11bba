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
  /** The light's way while the lesson stands still: from when to when, counted from there. */
  gate_lights?: readonly { word: string; gate: string; start: number; end: number }[]
  /** A board of several pages, leafed through while the lesson stands still. */
  gate_pages?: readonly { page: number; gate: string; start: number }[]
  /** Where the teacher points: seconds from `at`, x and y of each place in turn. */
  pointings?: readonly { at: number; page: number; path: readonly number[] }[]
  /** When the stage moves to which part of a page: left, top, width, height. */
  views?: readonly { at: number; page: number; view: readonly number[] }[]
  /** The view of a whole page. */
  whole?: readonly number[]
  /** When and where the camera's picture of a take is seen: from `at` on in take time, at `pace` times its speed. */
  cameras?: readonly CameraShown[]
}

export interface CameraShown {
  take: string
  at: number
  pace: number
  start: number
  end: number
  x: number
  y: number
  width: number
  height: number
  large?: boolean
}

/** The camera's picture of a take as it is at `at` (take time), in a rectangle. */
export interface CameraSeen {
  take: string
  at: number
  x: number
  y: number
  width: number
  height: number
  large: boolean
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
  /** The part of the page that fills the stage: left, top, width, height; null for all of it. */
  view: readonly number[] | null
  /** The soft spot where the teacher points: x, y, and how strong it is. */
  pointer: readonly number[] | null
  camera: CameraSeen | null
}

/** Seconds from one view to the next, and in which the pointer's spot fades. */
const COMES_CLOSER = 0.6
const FADES = 0.6

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

const hundredths = (value: number) => Math.floor(value * 100 + 0.5) / 100

/** The part of a page that fills the stage; it moves from view to view, slowly at both ends. */
function viewAt(sheet: CueSheet, page: number, time: number): readonly number[] | null {
  const moves = (sheet.views ?? []).filter((one) => one.page === page && one.at <= time)
  const last = moves[moves.length - 1]
  if (!last) return null
  const whole = sheet.whole ?? []
  const share = Math.min(1, (time - last.at) / COMES_CLOSER)
  if (share === 1) return last.view.every((value, n) => value === whole[n]) ? null : last.view
  const before = moves[moves.length - 2]?.view ?? whole
  const eased = share * share * (3 - 2 * share)
  return last.view.map((to, n) => hundredths((before[n] ?? 0) + (to - (before[n] ?? 0)) * eased))
}

/** Where the pointer's soft spot is and how strong; it fades where she let go. */
function pointerAt(sheet: CueSheet, page: number, time: number): readonly number[] | null {
  const ends = ({ at, path }: NonNullable<CueSheet['pointings']>[number]) => at + (path[path.length - 3] ?? 0)
  const here = (sheet.pointings ?? []).filter(
    (one) => one.page === page && one.at <= time && time < ends(one) + FADES,
  )
  const one = here[here.length - 1]
  if (!one) return null
  const now = time - one.at
  const places = Array.from({ length: one.path.length / 3 }, (_, n) => one.path.slice(n * 3, n * 3 + 3))
  const place = Math.max(0, countUpTo(places, now, (found) => found[0]!) - 1)
  const [start, x, y] = places[place] as [number, number, number]
  const next = places[place + 1] as [number, number, number] | undefined
  if (!next) return [hundredths(x), hundredths(y), Math.min(1, hundredths(1 - (now - start) / FADES))]
  const share = next[0] > start ? Math.max(0, (now - start) / (next[0] - start)) : 1
  return [hundredths(x + (next[1] - x) * share), hundredths(y + (next[2] - y) * share), 1]
}

/** The camera's picture. Where the lesson stands still on the page that is shown, a small one does so too. */
function cameraAt(sheet: CueSheet, time: number, gate: Gate | undefined): CameraSeen | null {
  const one = (sheet.cameras ?? []).find(
    (shown) =>
      (shown.start <= time && time < shown.end) || (gate && shown.start < time && time === shown.end),
  )
  if (!one || (gate && (one.large || (gate.page ?? -1) >= 0))) return null
  const { take, x, y, width, height } = one
  const at = rounded(one.at + (Math.min(time, one.end) - one.start) * one.pace)
  return { take, at, x, y, width, height, large: !!one.large }
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

  const litAt = (sheet.gate_lights ?? []).find(
    (one) => one.gate === gate && one.start <= waited && waited < one.end,
  )
  const leafed = (sheet.gate_pages ?? []).filter((one) => one.gate === gate && one.start <= waited)
  const page =
    heldAt && (heldAt.page ?? -1) >= 0 ? (leafed[leafed.length - 1]?.page ?? heldAt.page!) : (turn?.page ?? 0)
  return {
    page,
    lit: gate ? (litAt?.word ?? '') : last && time < last.end ? last.word : '',
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
    view: viewAt(sheet, page, time),
    pointer: gate ? null : pointerAt(sheet, page, time),
    camera: cameraAt(sheet, time, heldAt),
  }
}

/** The moment at which the sentence before `time` begins; within its first 1.2 s, the one before that. */
export function sentenceBack(sheet: CueSheet, time: number): number {
  const index = countUpTo(sheet.sentences, time - 1.2, (start) => start) - 1
  return Math.max(0, (sheet.sentences[index] ?? sheet.title_until) - 0.15)
}
