import { computed, ref } from 'vue'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { client, type Schemas } from '@/api/client'
import { useChosenSpan } from '@/studio/sync/chosenSpan'
import { useRepairs } from '@/studio/sync/repairs'
import type { Place, Row } from '@/studio/sync/syncRows'

const push = vi.fn()
vi.mock('vue-router', () => ({ useRouter: () => ({ push }) }))

const TEXTS = ['She', 'flies.', 'Her', 'home', 'is', 'far.']
const words = TEXTS.map((_, n) => ({ id: `a${n + 1}`, sentence: n < 2 ? 0 : 1 }))
const visits = words.map(({ id }, n) => ({
  word: id,
  start: n + 1,
  end: n + 1.8,
  confidence: 1,
  found: null,
  doubt: '' as const,
}))
const placeOf = (n: number): Place => ({
  word: `a${n}`,
  start: n,
  end: n + 0.8,
  found: n,
  why: '',
})
const line = { kind: 'line', key: 'line0', start: 1, end: 6.8, visits: [], marks: [] } as Row
const check = (kind: Schemas['CheckKind'], more: Partial<Schemas['Check']> = {}): Schemas['Check'] => ({
  ...placeOf(2),
  kind,
  alike: kind,
  about: '',
  repairs: [],
  heard: '',
  ...more,
})

function made() {
  const send = vi.fn<(command: object) => Promise<boolean>>(() => Promise.resolve(true))
  const lesson = { id: ref('lesson1'), send, report: vi.fn() }
  const chosen = ref<Place | undefined>(placeOf(2))
  const cutStretch = vi.fn(() => Promise.resolve(undefined))
  const shorter = { cutStretch, cuts: ref([]), putBack: vi.fn() }
  const player = { time: ref(0), playing: ref(false), loop: vi.fn(), toggle: vi.fn() }
  const rows = ref([line])
  const heard = vi.fn()
  const together = useChosenSpan({
    chosen,
    visits: ref(visits),
    printed: ref(new Map(words.map(({ id }, n) => [id, TEXTS[n]!]))),
    rows,
    player: player as never,
    shorter: shorter as never,
    heard,
  })
  const tapAlong = vi.fn()
  const wasRead = vi.fn()
  const changed = vi.fn()
  const repairs = useRepairs({
    take: ref('t'),
    lesson: lesson as never,
    words: computed(() => words),
    visits: ref(visits),
    rows,
    chosen,
    together,
    shorter: shorter as never,
    tapAlong,
    wasRead,
    findAgain: vi.fn(),
    changed,
  })
  return { send, chosen, cutStretch, player, together, tapAlong, wasRead, repairs, heard, changed }
}

describe('what mends words of a take', () => {
  beforeEach(() => vi.restoreAllMocks())

  it('listens for the line again, and stays at the chosen word', async () => {
    const found = { words: ['a1', 'a2'], starts: [1.1, 2.2], ends: [1.9, 2.9], end: 2.9 }
    const asked = vi.spyOn(client, 'POST').mockResolvedValue({ data: found, response: new Response() })
    const { repairs, send, chosen, changed } = made()
    await repairs.listenAgain()
    expect(changed, 'it is heard in its place').toHaveBeenCalledOnce()
    expect(asked.mock.calls[0]![1]).toMatchObject({ body: { take: 't', start: 1, end: 6.8 } })
    expect(send).toHaveBeenCalledWith({ kind: 'place words', take: 't', ...found })
    expect(chosen.value).toMatchObject({ word: 'a2', start: 2.2, found: 2.2, end: 2.9 })
  })

  it('means the words that are chosen together, or else the line', () => {
    const { repairs, send, together, tapAlong } = made()
    void repairs.onPurpose()
    together.extend(placeOf(4))
    void repairs.onPurpose()
    repairs.tapAlong()
    expect(send.mock.calls.map(([one]) => one)).toEqual([
      { kind: 'settle stretch', take: 't', start: 0.99, end: 6.8 },
      { kind: 'settle stretch', take: 't', start: 1.99, end: 4.8 },
    ])
    expect(tapAlong).toHaveBeenCalledWith({ words: ['a2', 'a3', 'a4'], start: 2, end: 4.8 })
  })

  it('sends the whole sentences to the desk', () => {
    const { repairs, together } = made()
    repairs.readAgain()
    together.extend(placeOf(4))
    repairs.readAgain()
    expect(push.mock.calls.map(([to]) => (to as { query: object }).query)).toEqual([
      { first: 'a1', last: 'a2' },
      { first: 'a1', last: 'a6' },
    ])
  })

  it('splits a word that is said twice, and joins two that are one', () => {
    const { repairs, send } = made()
    repairs.split(2.4)
    expect(send).toHaveBeenCalledWith({
      kind: 'place words',
      take: 't',
      words: ['a2', 'a2'],
      starts: [2, 2.4],
      ends: [2.4, 2.8],
      end: 2.8,
    })
    expect(repairs.twice.value).toBe(false)
  })

  it('mends each kind of place in its way', () => {
    const { repairs, send, cutStretch, wasRead, tapAlong, heard } = made()
    repairs.mend('tap', check('left out'))
    repairs.mend('tap', check('long'))
    repairs.mend('cut', check('no words'))
    repairs.mend('cut', check('said twice', { alike: 'begun twice' }))
    repairs.mend('shorten', check('gap'))
    repairs.mend('with word', check('early mark', { about: 'mark7' }))
    expect(heard).toHaveBeenCalledTimes(2)
    expect(wasRead).toHaveBeenCalledOnce()
    expect(tapAlong).toHaveBeenCalledOnce()
    expect(cutStretch.mock.calls.map((one) => (one as unknown[])[2])).toEqual([
      'sound',
      'begun twice',
      'silence',
    ])
    expect(send).toHaveBeenCalledWith({ kind: 'free mark', take: 't', id: 'mark7' })
  })
})

describe('what is chosen in a take', () => {
  it('goes on word by word, and grows', () => {
    const { together, chosen } = made()
    const choose = vi.fn()
    together.step(1, choose)
    expect(choose.mock.calls[0]![0]).toMatchObject({ word: 'a3', found: 3 })
    together.extend(placeOf(5))
    together.step(-1, choose)
    expect(choose.mock.calls[1]![0]).toMatchObject({ word: 'a4' })
    expect(together.said.value).toBe('4 words')
    expect(together.lastSaid.value).toBe('“is”')
    together.shift(0.5)
    expect([chosen.value?.start, together.span.value]).toEqual([2.5, { start: 2.5, end: 6.3 }])
  })

  it('is not heard any more from the moment it is cut', () => {
    const { together, cutStretch, heard } = made()
    together.extend(placeOf(3))
    together.cut()
    expect(together.pending.value).toEqual({ start: 2, end: 3.8 })
    expect(heard).toHaveBeenCalledWith({ start: 2, end: 3.8 })
    expect(cutStretch).toHaveBeenCalledWith(2, 3.8, 'words')
  })

  it('may be sound without words', () => {
    const { together, cutStretch } = made()
    together.selectSound({ start: 8, end: 9.5 })
    expect(together.chosen.value).toEqual({ start: 8, end: 9.5 })
    together.cut()
    expect(cutStretch).toHaveBeenCalledWith(8, 9.5, 'sound')
    expect(together.sound.value).toBeUndefined()
  })
})
