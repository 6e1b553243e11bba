/** The teacher's own notes while recording: those of the page, which is next, and where their words stand. */
import { computed, type Ref } from 'vue'
import type { Schemas } from '@/api/client'
import type { Place } from '@/stage/shapes'

interface Here {
  places: Readonly<Ref<ReadonlyMap<string, Place>>>
  /** The place of each word in the text. */
  order: Readonly<Ref<ReadonlyMap<string, number>>>
  page: Readonly<Ref<number>>
  lit: Readonly<Ref<string>>
}

/** A line from a place on the page to a note of the teacher's own. */
export interface NoteFlag {
  id: string
  x: number
  y: number
  width: number
}

export function useCueNotes(
  all: Readonly<Ref<readonly Schemas['CueNote'][]>>,
  { places, order, page, lit }: Here,
) {
  const notes = computed(() => all.value.filter((note) => places.value.get(note.at)?.page === page.value))
  /** The first note that the light has not passed; the last one, when it has passed all. */
  const next = computed(() => {
    const here = order.value.get(lit.value) ?? -1
    return (
      notes.value.find((note) => (order.value.get(note.at) ?? 0) >= here)?.id ?? notes.value.at(-1)?.id ?? ''
    )
  })
  const flags = computed(() =>
    notes.value.flatMap((note) => {
      const box = places.value.get(note.at)?.box
      return box ? [{ id: note.id, x: box.x, y: box.baseline + 0.3 * box.size, width: box.width }] : []
    }),
  )
  return { notes, next, flags }
}
