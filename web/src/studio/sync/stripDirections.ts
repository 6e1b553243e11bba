/** What the teacher did on the stage, as it stands on the strips of sound. */
import type { Schemas } from '@/api/client'
import type { StripMark } from './stripMarks'

type Direction = Schemas['Direction']
type Deed = Direction['deed']

/** Something that can be put on the stage. */
export interface Doing {
  deed: Deed
  target: string
  name: string
}

const SIGNS: Record<Deed, string> = {
  turn: 'p.',
  show: '▸',
  back: '◂',
  stop: '■',
  part: '+',
  point: '●',
  closer: '⤢',
}
const COLOURS: Record<Deed, string> = {
  turn: 'moss',
  show: 'ochre',
  back: 'moss',
  stop: 'lake',
  part: 'plum',
  point: 'ochre',
  closer: 'plum',
}

/** Everything of a lesson that can be turned to, brought up, stopped at and shown part by part. */
export function doings(stage: Schemas['Stage'], lesson: Schemas['Lesson']): Doing[] {
  const { cards, organizers } = lesson.plan
  const named = new Map([
    ...cards.map((one) => [one.id, `the card “${one.word}”`] as const),
    ...organizers.map((one) => [one.id, `the chart “${one.title}”`] as const),
    ...lesson.pause_points.map((one) => [one.id, `“${one.question}”`] as const),
  ])
  const boards = stage.layout.pages.flatMap((page) => (page.board ? [page.board] : []))
  const shown = [...new Set([...boards, ...lesson.pause_points.map((one) => one.id)])]
  const parted = [...lesson.pause_points, ...organizers].map((one) => one.id)
  const texts = stage.layout.pages.filter((page) => !page.board && !page.title)
  return [
    ...texts.map((page, n) => ({
      deed: 'turn' as const,
      target: page.id,
      name: `Turn to page ${n + 1}${page.label ? `, ${page.label}` : ''}`,
    })),
    ...shown.map((id) => ({
      deed: 'show' as const,
      target: id,
      name: `Show ${named.get(id) ?? boardName(id)}`,
    })),
    { deed: 'back', target: '', name: 'Back to the text' },
    ...closeups(texts, lesson),
    ...lesson.pause_points.map((one) => ({
      deed: 'stop' as const,
      target: one.id,
      name: `Stop: ${named.get(one.id)}`,
    })),
    ...parted.map((id) => ({ deed: 'part' as const, target: id, name: `Next part of ${named.get(id)}` })),
  ]
}

/** What can be done with words that are chosen (the ids of the first and last of them). */
export function wordDoings(span: { first: string; last: string } | undefined, text: string): Doing[] {
  if (!span) return []
  const target = `${span.first} ${span.last}`
  return [
    { deed: 'closer', target, name: `Closer to “${text}”` },
    { deed: 'point', target, name: `Point along “${text}”` },
  ]
}

/** Pictures of the text and parts of them that can be come close to, and the way back. */
function closeups(texts: readonly Schemas['LaidPage'][], lesson: Schemas['Lesson']): Doing[] {
  const shown = new Set(texts.flatMap((page) => page.pictures.map((one) => one.id)))
  const blocks = lesson.passages
    .flatMap((passage) => passage.pages.flatMap((page) => page.blocks))
    .filter((block) => block.picture && shown.has(block.id))
  if (!blocks.length) return []
  return [
    ...blocks.flatMap((block, n) => [
      {
        deed: 'closer' as const,
        target: `picture ${block.id}`,
        name: `Closer to ${block.text ? `“${block.text}”` : `picture ${n + 1}`}`,
      },
      ...block.picture!.regions.flatMap((region) => {
        const target = `picture ${block.id} ${region.id}`
        return [
          { deed: 'closer' as const, target, name: `Closer to ${region.name}` },
          { deed: 'point' as const, target, name: `Point at ${region.name}` },
        ]
      }),
    ]),
    { deed: 'closer', target: '', name: 'The whole page again' },
  ]
}

/** A board that has no name of its own: "the purpose". */
const boardName = (id: string) => `the ${id.replace(/-\d+$/, '').replaceAll('-', ' ')}`

const GONE = 'Something that is not in the lesson any more'

/** What pointing and coming closer are called: these are not chosen from a list. */
function nameOf({ deed, target }: Direction, printed: ReadonlyMap<string, string>) {
  if (deed !== 'point' && deed !== 'closer') return undefined
  if (deed === 'closer' && !target) return 'The whole page again'
  const [first = '', last = ''] = target.split(' ')
  if (first === 'picture') return undefined
  if (!last) return 'Point'
  const ends = [...new Set([first, last])].map((word) => printed.get(word) ?? '')
  const deeds = { closer: 'Closer to', point: 'Point along' }
  return ends.every(Boolean) ? `${deeds[deed]} “${ends.join(' … ')}”` : GONE
}

/** The directions of a take as flags. Times are take time. */
export function stripDirections(
  directions: readonly Direction[],
  take: string,
  names: readonly Doing[],
  printed: ReadonlyMap<string, string>,
): StripMark[] {
  return directions
    .filter((one) => one.take === take)
    .map((one) => {
      const known = names.find((doing) => doing.deed === one.deed && doing.target === one.target)
      const part = one.part ? ` (number ${one.part})` : ''
      return {
        id: one.id,
        name: nameOf(one, printed) ?? (known ? known.name + part : GONE),
        letter: SIGNS[one.deed],
        colour: COLOURS[one.deed],
        meaning: 'done on the stage',
        start: one.at,
        end: one.at,
        byHand: true,
        atPause: false,
      }
    })
}
