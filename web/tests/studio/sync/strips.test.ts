import { describe, expect, it } from 'vitest'
import { barsOf, heightsOf, PEAK_SECONDS, STRIP_HEIGHT } from '@/studio/sync/peaks'
import { stripMarks } from '@/studio/sync/stripMarks'
import { trailMap } from '@/studio/sync/trailMap'
import { catalogue } from '../../golden'
import { cueSheet, gate, lesson, trail, trailView } from '../../worlds'

describe('the bars of a strip', () => {
  it('shows the loudest of each bar, and silence as a line', () => {
    const peaks = new Uint8Array(100)
    peaks[50] = 255
    const bars = barsOf(heightsOf(peaks), 40, (x) => (x / 40) * 100 * PEAK_SECONDS)
    expect(bars.map((bar) => bar.x)).toEqual([0, 4, 8, 12, 16, 20, 24, 28, 32, 36])
    expect(bars[5]!.height).toBe(STRIP_HEIGHT - 4)
    expect(bars.filter((bar) => bar.height > 1.5)).toHaveLength(1)
    expect(bars[3]!.at).toBeCloseTo(0.6, 9)
    expect(barsOf(undefined, 40, (x) => x)).toEqual([])
    expect(barsOf(heightsOf(new Uint8Array()), 40, (x) => x)).toEqual([])
  })
  it('reads an hour from coarser heights, and loses no loud moment', () => {
    const hour = new Uint8Array(3600 / PEAK_SECONDS)
    for (let i = 0; i < hour.length; i += 7919) hour[i] = 255
    const heights = heightsOf(hour)
    expect(heights.map((level) => level.length).slice(0, 3)).toEqual([180_000, 45_000, 11_250])
    const bars = barsOf(heights, 800, (x) => (x / 800) * 3600)
    const loud = bars.filter((bar) => bar.height > 1.5)
    const meant = new Set<number>()
    for (let i = 0; i < hour.length; i += 7919) meant.add(Math.floor((i * PEAK_SECONDS) / 18))
    for (const bar of meant) expect(bars[bar]!.height).toBe(STRIP_HEIGHT - 4)
    // A coarse height may reach into the bar beside it.
    expect(loud.length).toBeLessThanOrEqual(2 * meant.size)
  })
})

describe('the marks on the strips', () => {
  const marks = [
    { id: 'm1', form: { kind: 'circle' }, first: 'a', last: 'c', meaning: 'evidence', moment: 'when read' },
    {
      id: 'm2',
      form: { kind: 'number', text: '3' },
      first: 'b',
      last: 'b',
      meaning: 'evidence',
      moment: 'when read',
    },
    {
      id: 'm3',
      form: { kind: 'box' },
      first: 'a',
      last: 'b',
      meaning: 'evidence',
      moment: 'at a pause point',
    },
    { id: 'm4', form: { kind: 'box' }, first: 'a', last: 'a', meaning: 'evidence', moment: 'from the start' },
  ]
  const printed = new Map(['a', 'b', 'c'].map((one) => [one, one]))
  const drawings = [
    { mark: 'm1', start: 8, end: 9, gate: '' },
    { mark: 'm2', start: 2, end: 3, gate: '' },
    { mark: 'm3', start: 0.5, end: 1.5, gate: 'pause1' },
    { mark: 'm4', start: 0, end: 0, gate: '' },
  ]
  const placed = [
    { mark: 'm1', take: 'this', start: 4, seconds: 0 },
    { mark: 'm2', take: 'another', start: 9, seconds: 0 },
  ]
  const found = stripMarks(
    catalogue().forms,
    lesson({ marks, placed_marks: placed }),
    cueSheet({ drawings: drawings, gates: [gate('pause1', 6)] }),
    'this',
    printed,
  )

  it('stands where each is drawn in this take, in order', () => {
    expect(found.map((one) => [one.id, one.start, one.end, one.byHand, one.atPause])).toEqual([
      ['m2', 2, 3, false, false],
      ['m1', 4, 5, true, false],
      ['m3', 6, 7, false, true],
    ])
  })
  it('is named by what is drawn on which words, and has its letter or number', () => {
    expect(found.map((one) => [one.name, one.letter])).toEqual([
      ['Number · “b”', '3'],
      ['Circle · “a … c”', 'E'],
      ['Box · “a b”', 'E'],
    ])
  })
})

describe('the take at a glance', () => {
  const order = new Map(['a', 'b', 'c', 'd', 'e'].map((one, n) => [one, n]))
  const map = trailMap(
    trailView({
      trail: trail({
        visits: [
          { word: 'a', start: 1, end: 2 },
          { word: 'e', start: 3, end: 4 },
        ] as never,
        slips: [{ kind: 'misread', word: 'e', start: 3, end: 4, heard: '' }] as never,
        unread: ['b', 'c'],
        seconds: 10,
      }),
      legs: [{ first: 0, last: 1 }] as never,
      checks: [
        { word: 'e', start: 3, found: 3, end: 4, why: 'misread' },
        { word: 'a', start: 1, found: 1, end: 2, why: 'faint' },
      ] as never,
    }),
    order,
  )
  it('goes from top to bottom with the passage', () => {
    expect(map.legs[0]!.points).toEqual([
      { at: 1, place: 0 },
      { at: 2, place: 0 },
      { at: 3, place: 1 },
      { at: 4, place: 1 },
    ])
    expect(map.unread).toEqual([{ from: 0.25, to: 0.5 }])
  })
  it('shows a slip once, and not as unsure too', () => {
    expect(map.slips).toEqual([{ at: 3, place: 1, text: 'misread' }])
    expect(map.unsure).toEqual([{ at: 1, place: 0, text: 'faint' }])
  })
})
