/** The signposts of a plan: pause points, marks, word cards, cue notes, close-ups, and a pause point that is being written. */
import type { Schemas } from '@/api/client'
import { activityOf, type Catalogue } from '@/api/catalogue'
import type { Point } from './kinds'

export interface Post {
  id: string
  word: string
  colour: string
  title: string
  note: string
  open: boolean
  slim?: boolean
  point?: Point
  mark?: Schemas['Mark']
  card?: Schemas['WordCard']
  cue?: Schemas['CueNote']
  closeUp?: Schemas['CloseUp']
}

/** Whether something belongs to the reading that is worked on (none: all are). */
/** How eyes are led while words are read, as a post says it. */
const WAYS: Record<Schemas['CloseUp']['how'], string> = {
  closer: 'closer',
  pointer: 'pointer',
  both: 'closer · pointer',
}

export const isIn = (reading: string) => (one: { reading?: string }) =>
  !reading || !one.reading || one.reading === reading

export function postsOf(
  catalogue: Catalogue,
  lesson: Schemas['Lesson'],
  reading: string,
  draft: Point | undefined,
  opened: string,
  textOf: (first: string, last: string) => string,
  /** A cue note that is being written. */
  noted?: Schemas['CueNote'],
): Post[] {
  const blocks = lesson.passages.flatMap((p) => p.pages.flatMap((q) => q.blocks))
  const lastWord = blocks.flatMap((block) => block.words).pop()?.id ?? ''
  const points = lesson.pause_points.filter(isIn(reading)).map((point) => ({
    id: point.id,
    word: point.after || lastWord,
    colour: 'lake',
    title: point.question,
    note: `${activityOf(catalogue, point.activity.kind).name}${point.after ? '' : ' · at the end'}`,
    open: opened === point.id,
    point,
  }))
  const marks = lesson.marks.filter(isIn(reading)).map((mark) => {
    const means = lesson.legend.find((entry) => entry.id === mark.meaning)
    return {
      id: mark.id,
      word: mark.last,
      colour: means?.colour ?? 'moss',
      title: mark.picture
        ? mark.form.kind === 'part name' && mark.form.text
          ? mark.form.text
          : 'on the picture'
        : textOf(mark.first, mark.last),
      note: `${means?.letter} · ${means?.name}`,
      open: opened === mark.id,
      slim: true,
      mark,
    }
  })
  const cards = lesson.plan.cards.map((card) => ({
    id: card.id,
    word: card.at,
    colour: 'ochre',
    title: card.word,
    note: 'word card',
    open: false,
    slim: true,
    card,
  }))
  const notes = [...lesson.plan.cue_notes, ...(noted ? [noted] : [])].map((cue) => ({
    id: cue.id || 'new note',
    word: cue.at,
    colour: 'plum',
    title: cue.text || 'A new cue note',
    note: 'for you',
    open: !cue.id || opened === cue.id,
    slim: true,
    cue,
  }))
  const closeUps = lesson.plan.close_ups.map((closeUp) => ({
    id: closeUp.id,
    word: closeUp.last,
    colour: 'moss',
    title: textOf(closeUp.first, closeUp.last),
    note: `${WAYS[closeUp.how]}${closeUp.picture ? ' · a picture' : ''}`,
    open: opened === closeUp.id,
    slim: true,
    closeUp,
  }))
  const fresh = draft && {
    id: 'new',
    word: draft.after || lastWord,
    colour: 'lake',
    title: draft.after ? 'A new pause point' : 'A question at the end',
    note: '',
    open: true,
    point: draft,
  }
  return [...points, ...marks, ...cards, ...notes, ...closeUps, ...(fresh ? [fresh] : [])]
}
