import { describe, expect, it } from 'vitest'
import { ref } from 'vue'
import type { Schemas } from '@/api/client'
import { useWhereabouts } from '@/studio/plan/whereabouts'
import { layout, page } from '../../worlds'

const stage = layout([
  page('title', [], { title: true }),
  page('purpose-page', [], { board: 'purpose' }),
  page('card-1', [], { board: 'card1' }),
  page('card-2', [], { board: 'card2' }),
  page('one', ['a', 'b']),
  page('two', ['c']),
  page('question', [], { board: 'pause1' }),
])
const stop = (part: string, more: Partial<Schemas['Stop']> = {}) =>
  ({ part, name: part, seconds: 1, boards: [], points: [], reading: '', ...more }) as Schemas['Stop']
const RUN = [
  stop('title'),
  stop('purpose', { boards: ['purpose'] }),
  stop('word cards', { boards: ['card1', 'card2'] }),
  stop('reading', { reading: 'reading1' }),
  stop('questions', { points: ['pause1', 'pause2'] }),
]
const points = [
  { id: 'pause1', after: '' },
  { id: 'pause2', after: '' },
] as Schemas['PausePoint'][]
const made = (run = RUN, pages = stage) => {
  const reading = ref('')
  return { reading, ...useWhereabouts(ref(pages), ref(run), ref(points), reading) }
}

describe('where one is in the plan', () => {
  it('begins on the first page of the text', () => {
    const at = made()
    expect([at.page.value, at.onText.value, at.stopHere.value]).toEqual([4, true, 'readingreading1'])
    expect(at.texts.value).toEqual([4, 5])
  })

  it('goes along the run, and through the boards of a stop one after another', () => {
    const at = made()
    at.go(RUN[2]!)
    expect([at.board.value, at.stopHere.value, at.onText.value]).toEqual(['card1', 'word cards', false])
    at.go(RUN[2]!)
    expect(at.board.value).toBe('card2')
    at.go(RUN[2]!)
    expect(at.board.value).toBe('card1')
    at.go(RUN[0]!)
    expect([at.page.value, at.stopHere.value]).toEqual([0, 'title'])
    at.go(RUN[3]!)
    expect([at.page.value, at.reading.value]).toEqual([4, 'reading1'])
  })

  it('stays on its page of the text when a reading is chosen there', () => {
    const at = made()
    at.page.value = 5
    at.go(RUN[3]!)
    expect(at.page.value).toBe(5)
  })

  it('shows a question on its board, or the end of the text where it has none', () => {
    const at = made()
    at.go(RUN[4]!)
    expect([at.board.value, at.stopHere.value]).toEqual(['pause1', 'questions'])
    at.go(RUN[4]!)
    expect(at.page.value, 'pause2 has no board').toBe(at.lastText.value)
    expect([at.hasBoard('pause1'), at.hasBoard('pause2')]).toEqual([true, false])
  })

  it('writes the opening on its board, or on the title where there is none yet', () => {
    const at = made()
    at.openOpening()
    expect(at.board.value).toBe('purpose')
    const bare = made([stop('title'), stop('reading')])
    bare.openOpening()
    expect(bare.page.value).toBe(0)
  })

  it('opens a lesson of words alone on its first card', () => {
    const words = layout([page('title', [], { title: true }), page('card-1', [], { board: 'card1' })])
    expect(made(RUN, words).board.value).toBe('card1')
  })
})
