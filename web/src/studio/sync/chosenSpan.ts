/** Words of a take that are chosen together, from one to another: to hear them over and over, or to cut them. */
import { computed, ref, type Ref } from 'vue'
import type { Schemas } from '@/api/client'
import { quoted } from '@/parts/words'
import type { Player, Span } from '@/stage/player'
import type { useShorter } from './shorter'
import type { Place, Row } from './syncRows'

/** Seconds around words that are heard over and over. */
const AROUND = 0.3

/** Seconds beside a cut in which it is meant. */
const BESIDE = 0.5

interface In {
  /** The word that was chosen first. */
  chosen: Ref<Place | undefined>
  visits: Readonly<Ref<Schemas['Trail']['visits']>>
  printed: Readonly<Ref<ReadonlyMap<string, string>>>
  rows: Readonly<Ref<readonly Row[]>>
  player: Player
  shorter: ReturnType<typeof useShorter>
  /** Something was cut: it is heard how it goes over. */
  heard: (cut: Span) => void
}

export function useChosenSpan({ chosen, visits, printed, rows, player, shorter, heard }: In) {
  const until = ref<Place>()
  /** A stretch of sound that was drawn over, be there words in it or not. */
  const sound = ref<Span>()
  const span = computed<Span | undefined>(() => {
    const [one, other] = [chosen.value, until.value]
    return one && other && { start: Math.min(one.start, other.start), end: Math.max(one.end, other.end) }
  })
  const isInside = (at: number) => !!span.value && at >= span.value.start && at < span.value.end

  /** Hear them over and over, or the line at the sound's place; stop it. */
  function loop() {
    if (player.playing.value) return player.toggle()
    const line = rows.value.findLast((row) => row.kind === 'line' && row.start <= player.time.value + 0.01)
    const which = sound.value ?? span.value ?? chosen.value ?? line
    if (which) player.loop(Math.max(0, which.start - AROUND), which.end + AROUND)
  }
  function cut() {
    const which = sound.value ?? span.value ?? chosen.value
    const kind = sound.value ? 'sound' : 'words'
    if (which) void cutNow(which, kind)
    until.value = undefined
    sound.value = undefined
  }
  /** What is being cut: it is not heard any more, before the server has said what goes with it. */
  const pending = ref<Span>()
  async function cutNow({ start, end }: Span, kind: Schemas['CutKind']) {
    pending.value = { start, end }
    heard(pending.value)
    await shorter.cutStretch(start, end, kind)
    pending.value = undefined
  }
  const all = computed(() => visits.value.filter((one) => isInside(one.start)))
  /** To the next word that was said, or the one before; `choose` chooses it, or goes on to it. */
  function step(by: 1 | -1, choose: (place: Place) => void) {
    const here = until.value ?? chosen.value
    const at = here
      ? visits.value.findIndex((one) => one.word === here.word && one.start >= here.start - 1e-3)
      : -1
    const now = here ? at : visits.value.findIndex((one) => one.end > player.time.value) - (by > 0 ? 1 : 0)
    const visit = visits.value[now + by]
    if (visit) choose({ ...visit, found: visit.found ?? visit.start, why: '' })
  }
  /** What is chosen was moved by so many seconds. */
  function shift(by: number) {
    const moved = (place: Place | undefined) =>
      place && { ...place, start: place.start + by, end: place.end + by, found: place.start + by }
    chosen.value = moved(chosen.value)
    until.value = moved(until.value)
  }
  /** Put back what is cut at the chosen word, or at the sound's place. */
  function putBack() {
    const at = chosen.value?.start ?? player.time.value
    const here = shorter.cuts.value.filter(
      (one) => one.cut.start - BESIDE <= at && at <= one.cut.end + BESIDE,
    )
    if (here.length) void shorter.putBack(here.map((one) => one.cut))
  }

  const last = computed(() =>
    until.value && chosen.value && until.value.end > chosen.value.end ? until.value : chosen.value,
  )
  const said = (place: Place | undefined) => (place ? quoted(printed.value.get(place.word)) : '')

  return {
    span,
    /** What is chosen, be it one word or several. */
    chosen: computed<Span | undefined>(() => {
      const which = sound.value ?? span.value ?? chosen.value
      return which && { start: which.start, end: which.end }
    }),
    /** The last of what is chosen, and how it and all of it is called. */
    last,
    lastSaid: computed(() => said(last.value)),
    said: computed(() => (all.value.length > 1 ? `${all.value.length} words` : said(chosen.value))),
    /** How many words are chosen. */
    count: computed(() => all.value.length),
    visits: all,
    step,
    shift,
    extend: (place: Place) => (until.value = place),
    clear: () => (until.value = sound.value = undefined),
    pending,
    sound,
    selectSound: (drawn: Span | undefined) => (sound.value = drawn),
    loop,
    cut,
    cutNow,
    putBack,
  }
}
