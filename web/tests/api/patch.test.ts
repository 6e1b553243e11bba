import { describe, expect, it } from 'vitest'
import type { LessonChange, LessonView, Schemas } from '@/api/client'
import { changed } from '@/api/lesson'
import { patched } from '@/api/patch'
import { stageFrom } from '@/api/stage'
import { offersOf } from '@/studio/plan/offers'

type Operation = Schemas['PatchOperation']
const op = (op: Operation['op'], path: string, value?: unknown): Operation => ({ op, path, value })

describe('changes', () => {
  const before = { marks: [{ id: 'a' }, { id: 'b' }], pages: [{ words: ['one'] }], pace: 110, 'a/b~c': 1 }

  it('are made one after another, and nothing else is touched', () => {
    const after = patched(before, [
      op('remove', '/marks/1'),
      op('add', '/marks/0', { id: 'c' }),
      op('replace', '/pace', 90),
      op('remove', '/a~1b~0c'),
    ])
    expect(after).toEqual({ marks: [{ id: 'c' }, { id: 'a' }], pages: [{ words: ['one'] }], pace: 90 })
    expect(after.pages, 'the same object').toBe(before.pages)
    expect(after.marks[1]).toBe(before.marks[0])
    expect(before.marks, 'the older one stays').toHaveLength(2)
  })

  it('of nothing give the same value', () => {
    expect(patched(before, [])).toBe(before)
  })
})

describe('a lesson after a change', () => {
  const view = {
    id: 'l',
    revision: 3,
    lesson: { marks: [], passages: [{ id: 'p' }] },
    takes: [
      { id: 't1', in_use: true },
      { id: 't2', in_use: false },
    ],
    jobs: [{ id: 'j' }],
    link: { url: 'x' },
  } as unknown as LessonView
  const change = {
    id: 'l',
    since: 3,
    revision: 4,
    changes: [op('add', '/marks/0', { id: 'm' })],
    undo: 'drawing a mark',
    redo: '',
    waypoints: [],
    next: 'sync',
    take_in_use: 't2',
    video: null,
  } as unknown as LessonChange

  it('has its revision, its marks, and which take is in use; what was made of it stays', () => {
    const now = changed(view, change)
    expect([now.revision, now.undo, now.next]).toEqual([4, 'drawing a mark', 'sync'])
    expect(now.lesson.marks).toEqual([{ id: 'm' }])
    expect(now.lesson.passages).toBe(view.lesson.passages)
    expect(now.takes.map((take) => take.in_use)).toEqual([false, true])
    expect([now.jobs, now.link]).toEqual([view.jobs, view.link])
  })
})

describe('a stage', () => {
  const stage = { key: 'k1', title: 'Bees', layout: { pages: [] } } as unknown as Schemas['Stage']
  const answer = (more: object) =>
    ({ key: 'k2', changes: [], whole: null, ...more }) as Schemas['StageChange']

  it('is the whole one, or the one before with what changed', () => {
    expect(stageFrom(answer({ whole: stage }), undefined)).toBe(stage)
    const now = stageFrom(answer({ changes: [op('replace', '/title', 'Ants')] }), stage)!
    expect([now.key, now.title, now.layout === stage.layout]).toEqual(['k2', 'Ants', true])
  })
  it('cannot be made of changes alone', () => {
    expect(stageFrom(answer({ changes: [] }), undefined)).toBeUndefined()
  })
})

describe('offers', () => {
  it('say which of the suggestions are taken', () => {
    const suggestions = [{ id: 'a' }, { id: 'b' }] as Schemas['Suggestion'][]
    expect(offersOf(suggestions, ['b', 'gone']).map((one) => one.taken)).toEqual([false, true])
  })
})
