import { mount } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { defineComponent } from 'vue'
import type { Schemas } from '@/api/client'
import LessonTitle from '@/studio/LessonTitle.vue'
import { useDeleting } from '@/studio/shelf/deleting'

describe('a lesson that is deleted', () => {
  const lesson = { id: 'one', title: 'Bees' } as Schemas['ShelfLesson']
  let asked: string[] = []
  let deleting: ReturnType<typeof useDeleting>
  const made = () =>
    mount(
      defineComponent({
        setup() {
          deleting = useDeleting(() => undefined)
          return () => null
        },
      }),
    )
  beforeEach(() => {
    vi.useFakeTimers()
    asked = []
    vi.stubGlobal('fetch', (path: string, { method }: RequestInit) => {
      asked.push(`${method} ${path}`)
      return Promise.resolve(new Response())
    })
  })
  afterEach(() => {
    vi.useRealTimers()
    vi.unstubAllGlobals()
  })

  it('is there for a while, to be had back', async () => {
    made()
    await deleting.remove(lesson)
    expect(deleting.leaving.value?.id).toBe(lesson.id)
    deleting.undo()
    await vi.advanceTimersByTimeAsync(60_000)
    expect([asked, deleting.leaving.value]).toEqual([[], undefined])
  })

  it('goes after that, when another is deleted, and when the shelf is left', async () => {
    const shelf = made()
    await deleting.remove(lesson)
    await vi.advanceTimersByTimeAsync(60_000)
    expect(asked).toEqual(['DELETE /api/lessons/one'])
    await deleting.remove(lesson)
    await deleting.remove({ ...lesson, id: 'two' })
    expect(asked).toHaveLength(2)
    shelf.unmount()
    expect(asked.at(-1)).toBe('DELETE /api/lessons/two')
  })
})

describe('the title of a lesson', () => {
  it('is changed where it stands, with Enter or by going elsewhere', async () => {
    const title = mount(LessonTitle, { props: { title: 'Bees' }, attachTo: document.body })
    await title.get('button').trigger('click')
    await title.get('input').setValue('  Wasps ')
    await title.get('form').trigger('submit')
    await title.get('button').trigger('click')
    await title.get('input').setValue('Flies')
    await title.get('input').trigger('blur')
    expect(title.emitted('keep')).toEqual([['Wasps'], ['Flies']])
    title.unmount()
  })

  it('stays as it was with Escape, without words, and when nothing was changed', async () => {
    const title = mount(LessonTitle, { props: { title: 'Bees' }, attachTo: document.body })
    for (const [text, event] of [
      ['Wasps', 'keydown.esc'],
      ['  ', 'blur'],
      ['Bees', 'blur'],
    ] as const) {
      await title.get('button').trigger('click')
      await title.get('input').setValue(text)
      await title.get('input').trigger(event)
    }
    expect(title.emitted('keep')).toBeUndefined()
    expect(title.text()).toBe('Bees')
    title.unmount()
  })
})
