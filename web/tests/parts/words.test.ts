import { describe, expect, it } from 'vitest'
import { clock, duration, lasts, megabytes } from '@/parts/words'

describe('times and sizes in words', () => {
  it.each([
    [0, '0:00'],
    [59.4, '0:59'],
    [59.6, '1:00'],
    [671, '11:11'],
  ])('a clock of %f s', (seconds, text) => expect(clock(seconds)).toBe(text))
  it.each([
    [7.25, '0:07.3'],
    [59.97, '1:00.0'],
    [61, '1:01.0'],
  ])('a clock with tenths of %f s', (seconds, text) => expect(clock(seconds, true)).toBe(text))
  it('durations', () => {
    expect([duration(7.4), duration(59.6), duration(127)]).toEqual(['7 s', '1 min 0 s', '2 min 7 s'])
    expect([lasts(40), lasts(60), lasts(200)]).toEqual(['40 s', '1 min', '3.3 min'])
    expect(megabytes(1_250_000)).toBe('1.3 MB')
  })
})
