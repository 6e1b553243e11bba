import { ref, watch, type Ref } from 'vue'
import type { Command, Problem, Schemas } from '@/api/client'
import type { ChosenWords } from './chosenWords'
import type { MarkForm } from './kinds'

/** What marks are drawn with on the Plan screen. */
export interface Marking {
  chosen: Pick<ChosenWords, 'span' | 'clear'>
  marks: Readonly<Ref<readonly Schemas['Mark'][]>>
  /** The meaning that a fresh mark has, and the reading it belongs to (empty: all). */
  meaning: Readonly<Ref<string>>
  reading: Readonly<Ref<string>>
  send: (command: Command) => Promise<boolean>
  /** Why the last change was refused; `dismiss` puts that away. */
  problem: Readonly<Ref<Problem | undefined>>
  dismiss: () => void
  /** Show the fields of a mark. */
  open: (mark: string) => void
  /** An arrow has got the word that it points at. */
  pointed?: (mark: string) => void
}

/** Marks that are drawn on the chosen words, or with the pen. */
export function useMarking({
  chosen,
  marks,
  meaning,
  reading,
  send,
  problem,
  dismiss,
  open,
  pointed = () => undefined,
}: Marking) {
  /** A mark that waits for the word it needs beside those it is drawn on. */
  const pointing = ref<Command & { kind: 'add mark' }>()
  watch(
    () => chosen.span.value,
    (span) => pointing.value && span && void pointAt(span.first),
  )

  /** Send a command that draws a mark; its id, or nothing when it was refused. */
  async function drawnBy(command: Command) {
    const before = new Set(marks.value.map((one) => one.id))
    return (await send(command)) ? marks.value.find((one) => !before.has(one.id))?.id : undefined
  }

  /** The mark that was made on the chosen words (its id), if one was at once. */
  async function mark(form: MarkForm): Promise<string | undefined> {
    const span = chosen.span.value
    if (!span) return
    const command = {
      kind: 'add mark' as const,
      form: form.fresh,
      first: span.first,
      last: span.last,
      meaning: meaning.value,
      reading: reading.value,
    }
    if (form.needs_word) {
      pointing.value = command
      return
    }
    const made = await drawnBy(command)
    if (!made) return
    chosen.clear()
    if (form.has_fields) open(made)
    return made
  }

  async function pointAt(word: string) {
    const command = pointing.value
    if (!command || word === command.first) return
    pointing.value = undefined
    const made = await drawnBy({ ...command, form: { ...command.form, to: word } as Schemas['Arrow'] })
    chosen.clear()
    if (made) pointed(made)
  }

  /** A drawing that lies across a picture and the text: the teacher says which one it is on. */
  const across = ref<{ page: number; strokes: number[][] }>()

  /** What the pen drew on a page becomes the mark it looks like. */
  async function ink(page: number, strokes: number[][], on: '' | 'text' | 'picture' = '') {
    across.value = undefined
    const made = await drawnBy({
      kind: 'draw ink',
      page,
      strokes,
      meaning: meaning.value,
      reading: reading.value,
      on,
    })
    if (made) open(made)
    else if (problem.value?.asks === 'text or picture') {
      across.value = { page, strokes }
      dismiss()
    }
    return made
  }

  /** From the tidy shape of a drawn mark to what the pen drew, and back. */
  function asDrawn(id: string) {
    const found = marks.value.find((one) => one.id === id && one.ink.length)
    if (found) void send({ kind: 'keep mark', mark: { ...found, as_drawn: !found.as_drawn } })
  }

  return { pointing, mark, ink, across, asDrawn }
}
