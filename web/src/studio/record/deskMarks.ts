/** New marks while recording: any words and a kind's key, or the pen. They are planned and drawn at once. */
import { computed, ref, shallowRef, type Ref } from 'vue'
import type { Command, Problem, Schemas } from '@/api/client'
import type { ChosenWords } from '../plan/chosenWords'
import type { MarkForm } from '../plan/kinds'
import { useMarking } from '../plan/marking'

/** Where new marks are drawn: the desk with what was done on it, and the marks that are drawn by hand. */
export interface DrawnOn {
  chosen: Pick<ChosenWords, 'span' | 'clear'>
  marks: Readonly<Ref<readonly Schemas['Mark'][]>>
  meaning: Readonly<Ref<string>>
  send: (command: Command) => Promise<boolean>
  problem: Readonly<Ref<Problem | undefined>>
  dismiss: () => void
  /** Seconds of take time. */
  time: Readonly<Ref<number>>
  /** How many steps of the desk can be taken back. */
  steps: Readonly<Ref<number>>
  drew: (mark: string, at: number) => void
  takeBack: (mark: string) => void
}

export function useDeskMarks(on: DrawnOn) {
  const drawing = ref(false)
  /** When the pen touched the page; it is over with what was drawn then. */
  const begun = ref<number>()
  /** What was made on this take, each with the steps of the desk before it. */
  const made = shallowRef<readonly { mark: string; after: number }[]>([])
  /** When the key of an arrow that waits for its word was pressed. */
  let asked = 0
  const marking = useMarking({
    ...on,
    reading: ref(''),
    open: () => undefined,
    pointed: (mark) => isMade(mark, asked),
  })

  function isMade(mark: string | undefined, at: number) {
    if (!mark) return
    made.value = [...made.value, { mark, after: on.steps.value }]
    on.drew(mark, at)
  }
  async function mark(form: MarkForm) {
    const at = (asked = on.time.value)
    isMade(await marking.mark(form), at)
  }
  async function ink(page: number, strokes: number[][], where: '' | 'text' | 'picture' = '') {
    const at = begun.value ?? on.time.value
    const mark = await marking.ink(page, strokes, where)
    // Where the teacher is asked what it is on, it goes on as what was drawn then.
    if (!marking.across.value) begun.value = undefined
    isMade(mark, at)
  }
  /** The last thing that was done is a mark that was made here: it goes away again. Whether it was. */
  function undo(): boolean {
    const last = made.value[made.value.length - 1]
    if (!last || last.after < on.steps.value) return false
    made.value = made.value.slice(0, -1)
    on.takeBack(last.mark)
    void on.send({ kind: 'remove mark', id: last.mark })
    return true
  }
  /** What was made in a rehearsal is not kept. */
  function forget() {
    for (const one of made.value) void on.send({ kind: 'remove mark', id: one.mark })
    begin()
  }
  /** What was begun, an arrow without its word or a drawing without its place, is not made. */
  function letGo() {
    marking.pointing.value = undefined
    marking.across.value = undefined
    begun.value = undefined
  }
  function begin() {
    letGo()
    made.value = []
    drawing.value = false
    on.chosen.clear()
  }

  return {
    drawing,
    across: marking.across,
    pointing: marking.pointing,
    canUndo: computed(() => made.value.length > 0),
    /** The pen touched the page. */
    touched: () => (begun.value ??= on.time.value),
    mark,
    ink,
    undo,
    forget,
    letGo,
    begin,
  }
}
