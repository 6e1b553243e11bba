import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import { cutRows, offerRows, type Cut, type CutOffer } from '@/studio/sync/shorter'
import ShorterPanel from '@/studio/sync/ShorterPanel.vue'
import { withUnheard, type Row } from '@/studio/sync/syncRows'

const cut = (start: number, end: number, kind: Cut['kind'] = 'words'): Cut => ({
  take: 't',
  start,
  end,
  kind,
})
const offer = (start: number, end: number, kind: Cut['kind'], more: Partial<CutOffer> = {}): CutOffer => ({
  cut: cut(start + 0.3, end - 0.3, kind),
  start,
  end,
  first: '',
  last: '',
  ...more,
})
const printed = new Map([
  ['a', 'She'],
  ['b', 'flies'],
  ['c', 'home.'],
])
const visits = ['a', 'b', 'c'].map((word, n) => ({
  word,
  start: n + 1,
  end: n + 1.8,
  confidence: 1,
  found: null,
  doubt: '' as const,
}))

describe('cuts in the rows of a take', () => {
  it('say what is cut, and what lies in it', () => {
    const rows = cutRows(
      [
        { cut: cut(1, 3), holds: '1 mark lies in it: it happens where it was cut.' },
        { cut: cut(5, 7, 'silence'), holds: '' },
      ],
      visits,
      printed,
    )
    expect(rows.map((row) => 'text' in row && row.text)).toEqual([
      '“She flies” cut · 1 mark lies in it: it happens where it was cut.',
      'Silence: shortened',
    ])
  })

  it('strike the words that are gone, and only those', () => {
    const strip = { sure: true, why: '', slip: '' }
    const line: Row = {
      kind: 'line',
      key: 'line0',
      start: 1,
      end: 3.8,
      marks: [],
      visits: visits.map((one) => ({ ...one, found: one.start, ...strip })),
    }
    const rows = withUnheard([line], cutRows([{ cut: cut(1.9, 2.9), holds: '' }], visits, printed))
    const shown = rows.find((row) => row.kind === 'line')
    expect(shown?.kind === 'line' && shown.visits.map((one) => !!one.gone)).toEqual([false, true, false])
    expect(shown?.kind === 'line' && !!shown.unheard).toBe(false)
  })

  it('are offered with what is left of them', () => {
    const rows = offerRows(
      [
        offer(4, 7, 'silence'),
        offer(8, 9.5, 'begun twice', { first: 'a', last: 'b' }),
        offer(10, 12, 'sound'),
      ],
      printed,
    )
    expect(rows.map((row) => 'text' in row && `${row.text} · ${row.note}`)).toEqual([
      'Silence · 3.0 s → 0.6 s',
      'Begun and broken off: “She … flies” · 1.5 s',
      'A sound that is no voice · 2.0 s',
    ])
  })
})

const SAVED = [
  { kind: 'silence' as const, places: 2, seconds: 4.8 },
  { kind: 'begun twice' as const, places: 1, seconds: 1.0 },
]

describe('making a take shorter', () => {
  const panel = (offers: CutOffer[]) =>
    mount(ShorterPanel, {
      props: { offers, savings: SAVED, left: 0.6, cuts: 0, shown: false, longest: 1.2, length: 0.6 },
    })

  it('says what is saved before it is done', async () => {
    const silences = [offer(4, 7, 'silence'), offer(9, 12, 'silence')]
    const shown = panel([...silences, offer(13, 14.6, 'begun twice')])
    expect(shown.text()).toContain('2 are longer than 1.2 s.')
    expect(shown.text()).toContain('4.8 s shorter')
    const [tighten] = shown.findAll('button')
    expect(tighten!.text()).toBe('Tighten 2')
    await tighten!.trigger('click')
    expect(shown.emitted('cut')).toEqual([[silences.map((one) => one.cut)]])
    expect(shown.text()).toContain('A sentence was begun twice.')
  })

  it('has nothing to tighten where no silence is long', () => {
    expect(panel([]).text()).toContain('None is longer than 1.2 s')
    expect(panel([]).findAll('button')).toHaveLength(0)
  })
})
