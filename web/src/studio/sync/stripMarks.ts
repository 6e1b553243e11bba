/** The marks of a lesson as they stand on the strips of sound. */
import type { Ref } from 'vue'
import type { Schemas } from '@/api/client'
import { markName, type MarkForm } from '@/studio/plan/kinds'

export interface StripMark {
  id: string
  /** What is drawn on which words. */
  name: string
  letter: string
  colour: string
  meaning: string
  start: number
  end: number
  /** Its moment was set by hand in this take. */
  byHand: boolean
  /** It is drawn while the lesson stands still at a pause point. */
  atPause: boolean
}

/** What can be done to the marks on the strips; the Sync screen provides it to them as "mark hand". */
export interface MarkHand {
  /** The id of the mark that is chosen. */
  chosen: Ref<string>
  choose: (mark: StripMark) => void
  move: (mark: StripMark, start: number) => void
  nudge: (by: number, mark: StripMark) => void
}

/** Every mark that is drawn in the take, in order. Times are take time. */
export function stripMarks(
  forms: readonly MarkForm[],
  lesson: Schemas['Lesson'],
  sheet: Schemas['CueSheet'],
  take: string,
  printed: ReadonlyMap<string, string>,
): StripMark[] {
  const gates = new Map(sheet.gates.map((gate) => [gate.pause, gate]))
  const marks = new Map(lesson.marks.map((mark) => [mark.id, mark]))
  return sheet.drawings
    .flatMap((drawing) => {
      const mark = marks.get(drawing.mark)
      if (!mark || mark.moment === 'from the start') return []
      const placed = lesson.placed_marks.find((one) => one.mark === mark.id && one.take === take)
      const legend = lesson.legend.find((one) => one.id === mark.meaning)!
      const start = placed?.start ?? gates.get(drawing.gate)?.at ?? drawing.start
      return [
        {
          id: mark.id,
          name: markName(forms, mark, printed),
          letter: mark.form.kind === 'number' ? mark.form.text || '1' : legend.letter,
          colour: legend.colour,
          meaning: legend.name,
          start,
          end: start + drawing.end - drawing.start,
          byHand: !!placed,
          atPause: !!drawing.gate,
        },
      ]
    })
    .sort((a, b) => a.start - b.start)
}
