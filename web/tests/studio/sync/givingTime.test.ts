import { describe, expect, it } from 'vitest'
import type { Schemas } from '@/api/client'
import { madeRows } from '@/studio/sync/givingTime'
import { within } from '@/studio/sync/soundDrag'

const printed = new Map([
  ['a', '“Today'],
  ['b', 'is'],
])
const visits = ['a', 'b'].map((word, n) => ({
  word,
  start: n + 1,
  end: n + 1.8,
  confidence: 1,
  found: null,
  doubt: '' as const,
}))
const trail = {
  visits,
  asides: [{ start: 10, end: 14, heard: 'well', words: [] }],
  seconds: 20,
} as unknown as Schemas['Trail']
const lesson = (more: Partial<Schemas['Lesson']>) =>
  ({ slower: [], blanks: [], ...more }) as unknown as Schemas['Lesson']

describe('what was made of the time of a take', () => {
  it('is a row for each slower stretch, which takes it back', () => {
    const slower = [
      { take: 't', start: 1, end: 3, pace: 0.85 },
      { take: 'other', start: 1, end: 3, pace: 0.7 },
    ]
    const [row, ...more] = madeRows(lesson({ slower }), 't', trail, printed)
    expect(row).toMatchObject({ text: 'Slower from here to 0:03', note: '85 %' })
    expect(row).toMatchObject({ undo: { kind: 'set speed', start: 1, end: 3, pace: 1 } })
    expect(more).toEqual([])
  })

  it('is a row for words that are silent, and none for those of talk, which says so itself', () => {
    const blanks = [
      { take: 't', start: 1, end: 2.8, beep: false },
      { take: 't', start: 2, end: 2.8, beep: true },
      { take: 't', start: 11, end: 12, beep: false },
    ]
    const texts = madeRows(lesson({ blanks }), 't', trail, printed).map((row) => 'text' in row && row.text)
    expect(texts).toEqual(['Silent: “Today is”', 'A tone in the place of “is”'])
  })
})

describe('sound that is drawn over', () => {
  it('is shown in each line as far as it lies there', () => {
    const row = { start: 2, end: 5 }
    expect(within({ start: 1, end: 3 }, row)).toEqual({ start: 2, end: 3 })
    expect(within({ start: 4, end: 9 }, row)).toEqual({ start: 4, end: 5 })
    expect(within({ start: 5, end: 9 }, row)).toBeUndefined()
    expect(within(undefined, row)).toBeUndefined()
  })
})
