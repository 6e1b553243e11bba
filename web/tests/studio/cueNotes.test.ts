import { describe, expect, it } from 'vitest'
import { ref } from 'vue'
import { useCueNotes } from '@/studio/record/cueNotes'
import { box } from '../worlds'

describe('cue notes while recording', () => {
  it('are those of the page, the next one before the light, each at its word', () => {
    const places = ref(
      new Map([
        ['a', { page: 1, box: box('a', 10, 0) }],
        ['b', { page: 1, box: box('b', 20, 0) }],
        ['c', { page: 2, box: box('c', 30, 0) }],
      ]),
    )
    const order = ref(new Map(['a', 'b', 'c'].map((word, n) => [word, n])))
    const page = ref(1)
    const lit = ref('')
    const all = ref(['a', 'b', 'c'].map((at) => ({ id: `at ${at}`, at, text: at })))
    const { notes, next, flags } = useCueNotes(all, { places, order, page, lit })
    expect(notes.value.map((note) => note.at)).toEqual(['a', 'b'])
    expect(flags.value.map((flag) => flag.x)).toEqual([10, 20])
    expect(next.value).toBe('at a')
    lit.value = 'b'
    expect(next.value).toBe('at b')
    page.value = 2
    expect([notes.value.length, next.value]).toEqual([1, 'at c'])
    page.value = 3
    expect([notes.value.length, next.value]).toEqual([0, ''])
  })
})
