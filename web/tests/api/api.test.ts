import { describe, expect, it } from 'vitest'
import { ask, Problem, type LessonView } from '@/api/client'
import { sharing } from '@/api/sharing'

const view = (revision: number, texts: string[][]) =>
  ({
    id: 'one',
    revision,
    lesson: {
      passages: [
        {
          id: 'p',
          pages: texts.map((blocks, n) => ({
            id: `page${n}`,
            blocks: blocks.map((text, k) => ({ id: `b${n}${k}`, text })),
          })),
        },
      ],
    },
  }) as unknown as LessonView
const pagesOf = (one: LessonView) => one.lesson.passages[0]!.pages

describe('a lesson that comes back as a whole', () => {
  it('keeps the pages and blocks that are alike', () => {
    const older = view(1, [['a', 'b'], ['c']])
    const newer = sharing(older, view(2, [['a', 'B'], ['c']]))
    expect(newer.revision).toBe(2)
    expect(pagesOf(newer)[1]).toBe(pagesOf(older)[1])
    expect(pagesOf(newer)[0]).not.toBe(pagesOf(older)[0])
    expect(pagesOf(newer)[0]!.blocks[0]).toBe(pagesOf(older)[0]!.blocks[0])
    expect(pagesOf(newer)[0]!.blocks[1]!.text).toBe('B')
  })
  it('is taken as it is when it is another one', () => {
    const other = { ...view(1, [['a']]), id: 'other' }
    expect(sharing(view(1, [['a']]), other)).toBe(other)
    expect(sharing(undefined, other)).toBe(other)
  })
})

describe('problems', () => {
  it('are what the server says', async () => {
    const said = { title: 'Too large', detail: 'This is too large.', kept: 'All.', advice: 'Less.' }
    const asked = ask(Promise.resolve({ error: said, response: new Response('', { status: 413 }) }))
    await expect(asked).rejects.toMatchObject({
      status: 413,
      title: 'Too large',
      message: 'This is too large.',
      kept: 'All.',
      advice: 'Less.',
    })
  })
  it('say when nobody answers', async () => {
    await expect(ask(Promise.reject(new TypeError('fetch failed')))).rejects.toMatchObject({
      status: 0,
      title: 'No answer',
    })
    expect(Problem.of(new Error('odd')).message).toBe('odd')
  })
})
