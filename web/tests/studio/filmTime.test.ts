import { describe, expect, it } from 'vitest'
import { filmTime, placeAt } from '@/studio/video/filmTime'

const HOLDS = [
  { pause: 'one', at: 5, start: 5, end: 8 },
  { pause: 'two', at: 5, start: 8, end: 10 },
  { pause: 'three', at: 12, start: 17, end: 21 },
]

describe('a film’s own time', () => {
  it('counts the holds that were passed', () => {
    expect(filmTime(HOLDS, { time: 4, gate: '', waited: 0 }, new Set())).toBe(4)
    expect(filmTime(HOLDS, { time: 6, gate: '', waited: 0 }, new Set(['one', 'two']))).toBe(11)
    expect(filmTime(HOLDS, { time: 5, gate: 'two', waited: 1.5 }, new Set(['one']))).toBe(9.5)
  })
  it('is no longer at a hold than that lasts', () =>
    expect(filmTime(HOLDS, { time: 5, gate: 'one', waited: 99 }, new Set())).toBe(8))
  it('leads to a place and back', () => {
    for (const at of [0, 4.9, 5, 7.5, 8, 9.9, 10, 16.5, 17, 20.9, 21, 30]) {
      const place = placeAt(HOLDS, at)
      const here = HOLDS.findIndex((one) => one.pause === place.gate)
      const passed = HOLDS.filter((one, n) => (here >= 0 ? n < here : one.end <= at)).map((one) => one.pause)
      expect(filmTime(HOLDS, place, new Set(passed))).toBeCloseTo(at)
    }
  })
})
