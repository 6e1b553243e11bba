/** Small values that many tests share; the rest of each is what the server would have sent. */
import type { Schemas } from '@/api/client'

export const word = (id: string, text = id, sentence = 0): Schemas['Word'] => ({
  id,
  text,
  start: 0,
  end: text.length,
  sentence,
})

export const box = (id: string, x: number, line: number): Schemas['WordBox'] => ({
  word: id,
  x,
  width: 80,
  baseline: 100 + line * 80,
  size: 48,
  line,
})

export function page(id: string, words: readonly string[], more: Partial<Schemas['LaidPage']> = {}) {
  return {
    id,
    label: '',
    size: 48,
    pieces: [],
    boxes: words.map((one, n) => box(one, 100 * n, Math.floor(n / 3))),
    panels: [],
    title: false,
    pictures: [],
    photo: false,
    board: '',
    beside: '',
    text_edge: 0,
    foot: 0,
    strokes: [],
    parts: [],
    answers: [],
    ...more,
  }
}

export const layout = (pages: Schemas['LaidPage'][], signposts: Schemas['Signpost'][] = []) =>
  ({
    name: 'wide',
    width: 1920,
    height: 1080,
    pages,
    marks: [],
    signposts,
    text_edge: 1300,
    signs: [],
    caption_room: 0,
  }) as unknown as Schemas['Layout']

export const cueSheet = (more: Partial<Schemas['CueSheet']> = {}): Schemas['CueSheet'] => ({
  version: 1,
  layout: 'wide',
  seconds: 20,
  title_until: 3,
  pages: [{ at: 0, page: 0 }],
  lights: [],
  drawings: [],
  gates: [],
  captions: [],
  sentences: [],
  signposts: [],
  reveals: [],
  beats: [],
  pointings: [],
  cameras: [],
  views: [],
  gate_lights: [],
  gate_pages: [],
  whole: [0, 0, 1920, 1080],
  ...more,
})

export const gate = (pause: string, at: number, more: Partial<Schemas['Gate']> = {}): Schemas['Gate'] => ({
  pause,
  at,
  think_seconds: 5,
  word: '',
  question: `What of ${pause}?`,
  kind: 'think',
  shows: pause,
  page: -1,
  answer_seconds: 0,
  auto: false,
  ...more,
})

export const trail = (more: Partial<Schemas['Trail']> = {}): Schemas['Trail'] => ({
  visits: [],
  slips: [],
  unread: [],
  asides: [],
  seconds: 20,
  sound_start: 0,
  sound_end: 20,
  ...more,
})

export const trailView = (more: Partial<Schemas['TrailView']> = {}): Schemas['TrailView'] =>
  ({
    trail: trail(),
    script: [],
    legs: [],
    checks: [],
    named: [],
    missed: [],
    dropped: [],
    talk: [],
    ...more,
  }) as unknown as Schemas['TrailView']

export const lesson = (more: object = {}): Schemas['Lesson'] =>
  ({
    passages: [{ id: 'p', title: 'Bees', pages: [] }],
    pause_points: [],
    marks: [],
    legend: [{ id: 'evidence', name: 'evidence', letter: 'E', colour: 'lake', line: 'solid' }],
    placed_marks: [],
    plan: { cards: [], organizers: [], readings: [], cue_notes: [], close_ups: [] },
    ...more,
  }) as unknown as Schemas['Lesson']
