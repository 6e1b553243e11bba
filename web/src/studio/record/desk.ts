/** The desk: what the teacher does on the stage while recording, each with one key, kept as directions of the take. */
import { computed, shallowRef, type Ref } from 'vue'
import type { Schemas } from '@/api/client'
import { closerView, type Layout } from '@/stage/shapes'
import type { GuidePlace } from '../guidePlaces'

/** Where the guide is, and how to take it elsewhere. */
export interface Way {
  places: Readonly<Ref<readonly GuidePlace[]>>
  at: Readonly<Ref<number>>
  jump: (to: number) => void
}

interface Done {
  at: number
  shown: ReadonlyMap<string, readonly number[]>
  stopped: ReadonlySet<string>
  /** What the stage came closer to; empty for the whole page. */
  close: string
  /** The chart that was brought up, over the text or beside it; empty for none. */
  chart: string
}
const NOTHING: Omit<Done, 'at'> = { shown: new Map(), stopped: new Set(), close: '', chart: '' }

export function useDesk(
  layout: Ref<Layout | undefined>,
  guide: Ref<Schemas['Guide'] | undefined>,
  points: Ref<readonly Schemas['PausePoint'][]>,
  way: Way,
  note: (what: string, detail: string) => void,
) {
  const now = shallowRef(NOTHING)
  const before = shallowRef<readonly Done[]>([])
  const place = computed(() => way.places.value[way.at.value])
  const boardHere = computed(() => layout.value?.pages[place.value?.page ?? -1]?.board ?? '')
  const board = computed(() => boardHere.value || now.value.chart)
  /** The page that is shown in the place of the text: the chart's, with the text beside it where it has one. */
  const chartPage = computed(() => {
    const pages = layout.value?.pages ?? []
    if (!now.value.chart || boardHere.value) return undefined
    const text = pages[place.value?.page ?? -1]?.id
    const charts = pages.flatMap((one, n) => (one.board === now.value.chart ? [n] : []))
    return charts.find((n) => pages[n]!.beside === text) ?? charts[0]
  })
  const isBeside = computed(() => !!layout.value?.pages[chartPage.value ?? -1]?.beside)
  /** Whether the chart that was brought up stands beside the text, and so under whatever else is brought up. */
  const stays = () => !!layout.value?.pages.some((one) => one.board === now.value.chart && one.beside)
  /** The charts that have a page, in the order of the plan. */
  const charts = computed(() => {
    const boards = new Set(layout.value?.pages.map((one) => one.board))
    const all = guide.value?.part_by_part.map((one) => one.target) ?? []
    return all.filter((id) => boards.has(id) && !points.value.some((point) => point.id === id))
  })
  /** The chart that is brought up next, from the text: the first one that was not begun. */
  const nextChart = computed(() => {
    if (boardHere.value) return ''
    return charts.value.find((id) => !shownOf(id).length && id !== now.value.chart) ?? charts.value[0] ?? ''
  })
  /** Bring up the next chart, or put it away. */
  function chart() {
    if (boardHere.value) return
    if (now.value.chart) return void did('back', '', { chart: '', close: '' })
    if (nextChart.value) did('show', nextChart.value, { chart: nextChart.value, close: '' })
  }
  /** The question or chart that is on the stage, as far as it is shown part by part. */
  const target = computed(() => {
    const here = board.value || (place.value?.signpost ?? '')
    return guide.value?.part_by_part.find((one) => one.target === here)
  })
  const shownOf = (id: string) => now.value.shown.get(id) ?? []
  /** The parts of pages that were shown by hand. */
  const parts = computed(() =>
    [...now.value.shown].flatMap(([id, steps]) => {
      const all = guide.value?.part_by_part.find((one) => one.target === id)?.steps ?? []
      return steps.flatMap((step) => all[step] ?? [])
    }),
  )
  const left = computed(() => (target.value?.steps.length ?? 0) - shownOf(target.value?.target ?? '').length)

  /** The pause point at which "stop here" stops: the next one of what is on the stage. */
  const toStopAt = computed(() => {
    const { signpost = '', page: own = -1 } = place.value ?? {}
    const page = isBeside.value ? own : (chartPage.value ?? own)
    const here = signpost ? [signpost] : (guide.value?.stops[page] ?? [])
    const next = here.find((id) => !now.value.stopped.has(id))
    return points.value.find((one) => one.id === next)
  })

  function did(what: string, detail: string, next: Partial<typeof NOTHING> = {}) {
    before.value = [...before.value, { at: way.at.value, ...now.value }]
    now.value = { ...now.value, ...next }
    note(what, detail)
  }

  /** Bring up a place of the lesson: a page of the text, a card, a question. */
  function goTo(to: number) {
    const there = way.places.value[to]
    const page = there && layout.value?.pages[there.page]
    if (!page || to === way.at.value) return
    const brought = page.board || there.signpost
    // What comes after it hides a chart that has the stage to itself for good.
    const chart = stays() ? now.value.chart : ''
    did(brought ? 'show' : 'turn', brought || page.id, { close: '', chart })
    way.jump(to)
  }
  const go = (by: number) => goTo(way.at.value + by)

  const isText = (index: number) => {
    const one = way.places.value[index]
    return !!one && !one.signpost && !layout.value?.pages[one.page]?.board
  }
  const texts = computed(() => {
    const pages = way.places.value.flatMap((one, index) => (isText(index) ? [one.page] : []))
    return [...new Set(pages)]
  })
  const isAway = computed(() => (!isText(way.at.value) && texts.value.length > 0) || !!now.value.chart)
  /** Put away what was brought up last: back to the text, as it was last. */
  function back() {
    if (!isAway.value) return
    if (isText(way.at.value)) return chart()
    const indices = way.places.value.map((_, index) => index).filter(isText)
    did('back', '', { close: '' })
    way.jump(indices.findLast((index) => index < way.at.value) ?? indices[0]!)
  }

  function stop() {
    const point = toStopAt.value
    if (point) did('stop', point.id, { stopped: new Set([...now.value.stopped, point.id]) })
  }

  /** Show the next part, or the one with a number (from 1). */
  function show(number = 0) {
    const here = target.value
    if (!here) return
    const seen = shownOf(here.target)
    const among = number ? (here.numbers[number - 1] ?? []) : here.steps.map((_, n) => n)
    const step = among.find((one) => !seen.includes(one))
    if (step === undefined) return
    const shown = new Map(now.value.shown).set(here.target, [...seen, step])
    did('part', number ? `${here.target}#${number}` : here.target, { shown })
  }

  /** Words or a picture fill the stage; once more, or with nothing to come closer to, the whole page again. */
  function closer(target: string) {
    const to = now.value.close ? '' : target
    if (to !== now.value.close) did('closer', to, { close: to })
  }
  /** The part of the page that fills the stage; null for all of it. */
  const view = computed(() => {
    const place = now.value.close && placeOf(now.value.close)
    return place && layout.value ? closerView(place, layout.value.width, layout.value.height) : null
  })
  function placeOf(target: string): [number, number, number, number] | undefined {
    const [first = '', last = ''] = target.split(' ')
    const page = layout.value?.pages[place.value?.page ?? -1]
    if (first === 'picture') {
      const picture = page?.pictures.find((one) => one.id === last)
      return picture && [picture.x, picture.y, picture.x + picture.width, picture.y + picture.height]
    }
    const boxes = page?.boxes ?? []
    const from = boxes.findIndex((box) => box.word === first)
    const to = boxes.findIndex((box) => box.word === last)
    const run = from < 0 ? [] : boxes.slice(from, (to < from ? boxes.length : to) + 1)
    if (!run.length) return undefined
    return [
      Math.min(...run.map((box) => box.x)),
      Math.min(...run.map((box) => box.baseline - box.size)),
      Math.max(...run.map((box) => box.x + box.width)),
      Math.max(...run.map((box) => box.baseline + 0.3 * box.size)),
    ]
  }
  /** What could be come closer to on this page without choosing anything: its first picture. */
  const toComeCloser = computed(() => {
    const picture = layout.value?.pages[place.value?.page ?? -1]?.pictures[0]
    return picture ? `picture ${picture.id}` : ''
  })

  /** Read again from a word on: what was said of its sentence is dropped. The guide goes there by itself. */
  const again = (word: string) => did('again', word)

  /** A number: a choice or box where there are some, else a page of the text. */
  function number(wanted: number) {
    if (target.value) return show(wanted)
    const page = texts.value[wanted - 1]
    const to = way.places.value.findIndex((one, index) => one.page === page && isText(index))
    if (page !== undefined && to >= 0) goTo(to)
  }

  /** Take the last thing back, in the lesson too. */
  function undo() {
    const last = before.value[before.value.length - 1]
    if (!last) return
    before.value = before.value.slice(0, -1)
    now.value = { shown: last.shown, stopped: last.stopped, close: last.close, chart: last.chart }
    way.jump(last.at)
    note('taken back', '')
  }

  /** A take begins: what stands there first is on the stage from its beginning, if it is no page of the text. */
  function begin() {
    now.value = NOTHING
    before.value = []
    if (board.value) note('show', board.value)
  }

  return {
    target,
    left,
    parts,
    chartPage,
    chart,
    /** The chart that is on the stage, and the one that can be brought up next (ids). */
    chartShown: computed(() => now.value.chart),
    nextChart,
    toStopAt,
    isAway,
    /** How what was brought up last is put away, in words; empty where nothing was. */
    awayFrom: computed(() =>
      !isAway.value ? '' : isText(way.at.value) ? 'Put the chart away' : 'Back to the text',
    ),
    isClose: computed(() => !!now.value.close),
    view,
    toComeCloser,
    closer,
    /** How many steps can be taken back. */
    steps: computed(() => before.value.length),
    go,
    back,
    stop,
    show,
    number,
    again,
    undo,
    begin,
  }
}
