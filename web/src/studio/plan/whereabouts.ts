/** Where one is in the plan: on a page of the text, or at a board of the run. */
import { computed, ref, type Ref } from 'vue'
import type { Schemas } from '@/api/client'
import type { Layout } from '@/stage/shapes'

type Stop = Schemas['Stop']

/** `reading` is the reading that is worked on, empty: all of them. */
export function useWhereabouts(
  layout: Ref<Layout | undefined>,
  run: Ref<readonly Stop[]>,
  points: Ref<readonly Schemas['PausePoint'][]>,
  reading: Ref<string>,
) {
  const here = ref('')
  const pages = computed(() => layout.value?.pages ?? [])
  /** The numbers of the pages that are text. */
  const texts = computed(() => pages.value.flatMap((page, n) => (page.board || page.title ? [] : [n])))
  const lastText = computed(() => texts.value[texts.value.length - 1] ?? 0)
  /** What a page is called: a board's first page as the board, so that it is found also in another layout. */
  const nameOf = (n: number) => {
    const { board, id } = pages.value[n] ?? { board: '', id: '' }
    return board && pages.value.findIndex((one) => one.board === board) === n ? board : id
  }
  const page = computed({
    get: () => {
      const found = pages.value.findIndex((one, n) => nameOf(n) === here.value || one.id === here.value)
      // A lesson of words alone has no text: it opens on its first card.
      return found >= 0 ? found : (texts.value[0] ?? Math.min(1, Math.max(0, pages.value.length - 1)))
    },
    set: (n: number) => (here.value = nameOf(n)),
  })
  const shown = computed(() => pages.value[page.value])
  const board = computed(() => shown.value?.board ?? '')
  const onText = computed(() => !board.value && !shown.value?.title)
  const hasBoard = (id: string) => pages.value.some((one) => one.board === id)

  /** The stop of the run at which one is, as the run names it. */
  const stopHere = computed(() => {
    const stop = run.value.find((one) => one.boards.includes(board.value))
    if (stop) return stop.part
    if (shown.value?.title) return 'title'
    const point = points.value.find((one) => one.id === board.value)
    if (point && !point.after) return 'questions'
    return `reading${reading.value || (run.value.find((one) => one.part === 'reading')?.reading ?? '')}`
  })

  /** To a stop of the run; a stop of several boards goes on to the next one each time. */
  function go(stop: Stop) {
    const next = (ids: readonly string[]) => ids[(ids.indexOf(board.value) + 1) % ids.length]!
    if (stop.part === 'title') page.value = 0
    else if (stop.part === 'reading') {
      reading.value = stop.reading
      if (!onText.value) page.value = texts.value[0] ?? 0
    } else if (stop.boards.length) here.value = next(stop.boards)
    else if (stop.points.length) {
      const point = next(stop.points)
      if (hasBoard(point)) here.value = point
      else page.value = lastText.value
    }
  }
  /** To the board on which the opening is written: its own, or the title where there is none yet. */
  function openOpening() {
    const purpose = run.value.find((one) => one.part === 'purpose')?.boards[0]
    if (purpose) here.value = purpose
    else page.value = 0
  }
  return { here, texts, lastText, page, shown, board, onText, hasBoard, stopHere, go, openOpening }
}
