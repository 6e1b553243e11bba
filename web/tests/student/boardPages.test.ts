import { describe, expect, it } from 'vitest'
import { nextTick, ref } from 'vue'
import type { Schemas } from '@/api/client'
import { useBoardPages } from '@/student/boardPages'

const layout = ref({
  pages: [
    { id: 'p1', board: '', beside: '' },
    { id: 'board-q', board: 'q', beside: '' },
    { id: 'board-q.2', board: 'q', beside: '' },
    { id: 'p1+c', board: 'c', beside: 'p1' },
    { id: 'board-c', board: 'c', beside: '' },
  ],
} as unknown as Schemas['Layout'])

describe('a board of several pages', () => {
  it('is leafed through by hand until something else is up', async () => {
    const page = ref(1)
    const occasion = ref('q')
    const leafing = useBoardPages(layout, page, occasion)
    expect(leafing.pages.value).toEqual([1, 2])
    leafing.look(2)
    expect(leafing.at.value).toBe(2)
    page.value = 2
    await nextTick()
    leafing.look(1)
    expect(leafing.at.value).toBe(1)
    occasion.value = 'q answered'
    await nextTick()
    expect(leafing.at.value).toBe(2)
    page.value = 0
    await nextTick()
    expect([leafing.at.value, leafing.pages.value]).toEqual([0, []])
  })
  it('one of a single page offers nothing, also where it stands beside the text too', () => {
    for (const page of [0, 3, 4]) expect(useBoardPages(layout, ref(page)).pages.value).toEqual([])
  })
})
