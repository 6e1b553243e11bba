import { describe, expect, it } from 'vitest'
import { nextTick, ref } from 'vue'
import { useLookingBack } from '@/student/lookingBack'
import { cueSheet, gate, layout, page } from '../worlds'

const pages = [
  page('title', [], { title: true }),
  page('p1', ['a1']),
  page('p2', ['a2']),
  page('question', [], { board: 'q1' }),
]
const sheet = cueSheet({
  seconds: 60,
  pages: [
    { at: 0, page: 0 },
    { at: 3, page: 1 },
    { at: 20, page: 2 },
    { at: 30, page: 3 },
  ],
})
const looking = (shown: number, at = 30, more: object = {}) => {
  const here = ref<ReturnType<typeof gate> | undefined>(gate('q1', at, more))
  return { here, ...useLookingBack(ref(layout(pages)), ref(sheet), here, ref(shown)) }
}

describe('looking back into the text', () => {
  it('is offered where a question hides the text, and begins where one was', async () => {
    const { here, at, offered, number, count, look, turn, done } = looking(3)
    expect(offered.value).toBe(true)
    look()
    expect([at.value, number.value, count.value]).toEqual([2, 1, 2])
    turn(1)
    expect(at.value).toBe(2)
    turn(-1)
    expect([at.value, number.value]).toEqual([1, 0])
    done()
    expect(at.value).toBe(-1)
    look()
    here.value = undefined
    await nextTick()
    expect(at.value).toBe(-1)
  })

  it('is not offered beside the text, or where the lesson goes on by itself', () => {
    expect(looking(2).offered.value).toBe(false)
    expect(looking(3, 30, { auto: true }).offered.value).toBe(false)
  })

  it('shows the first page before any was read', () => {
    const { at, look } = looking(3, 2)
    look()
    expect(at.value).toBe(1)
  })
})
