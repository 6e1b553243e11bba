import { flushPromises } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, nextTick, ref, type EffectScope } from 'vue'
import { Problem, type Command, type Schemas } from '@/api/client'
import { useChosenWords } from '@/studio/plan/chosenWords'
import { useMarking } from '@/studio/plan/marking'
import { useLiveMarks } from '@/studio/record/liveMarks'
import { useMoments, useStarts } from '@/studio/sync/byHand'
import type { StripMark } from '@/studio/sync/stripMarks'
import { catalogue } from '../golden'
import { word } from '../worlds'

let scope: EffectScope
let sent: Command[] = []
let refuses = false
const lesson = {
  send: (command: Command) => {
    sent.push(command)
    return Promise.resolve(!refuses)
  },
  unkeptWhile: () => {},
}
const within = <Value>(make: () => Value) => scope.run(make)!
beforeEach(() => {
  vi.useFakeTimers()
  sent = []
  refuses = false
  scope = effectScope()
})
afterEach(() => {
  scope.stop()
  vi.useRealTimers()
})
const pause = () => vi.advanceTimersByTimeAsync(700)
const formOf = (kind: string) => catalogue().forms.find((one) => one.kind === kind)!
const mark = (id: string, more: object = {}) =>
  ({ id, first: 'a', last: 'a', ink: [], as_drawn: false, ...more }) as unknown as Schemas['Mark']

describe('marks that are drawn while talking', () => {
  const time = ref(0)
  const recording = ref(true)
  let noted: string[][] = []
  const made = () => {
    noted = []
    time.value = 10
    recording.value = true
    const marks = ref([mark('m1'), mark('m2', { first: 'far' }), mark('m3'), mark('m4')])
    const guide = ref({
      live_marks: ['m1', 'm2', 'm4'],
      drawing_seconds: 2,
      beside_norm: '',
      stones_seconds: 2.4,
    } as unknown as Schemas['Guide'])
    const note = (what: string, detail: string) => noted.push([what, detail])
    return within(() => useLiveMarks(marks, guide, (one) => one.first !== 'far', { time, recording, note }))
  }

  it('are those that wait for the hand, on this page, in their order', () => {
    const live = made()
    expect(live.here.value.map((one) => one.id)).toEqual(['m1', 'm4'])
    expect(live.next.value).toBe('m1')
    live.press('m1')
    expect(live.next.value).toBe('m4')
    live.press('m4')
    expect(live.next.value).toBe('')
  })

  it('are drawn over the seconds that the core says, and kept with the take', () => {
    const live = made()
    live.press('m1')
    time.value = 11
    expect(live.onStage.value).toEqual([{ mark: 'm1', progress: 0.5 }])
    time.value = 20
    expect(live.onStage.value).toEqual([{ mark: 'm1', progress: 1 }])
    live.press('m1')
    expect([live.onStage.value, live.next.value]).toEqual([[], 'm1'])
    expect(noted).toEqual([
      ['mark', 'm1'],
      ['mark taken back', 'm1'],
    ])
  })

  it('are not drawn while nothing is recorded, and none is there when a new take begins', () => {
    const live = made()
    live.press('m1')
    live.begin()
    recording.value = false
    live.press('m4')
    live.press('')
    expect([live.onStage.value, noted.length]).toEqual([[], 1])
  })
})

describe('starts that are set by hand', () => {
  const take = ref('take1')
  const pen = { word: 'pen', found: 2, start: 2 }

  it('are one change when they are nudged quickly, from where the teacher left them', async () => {
    const kept: unknown[] = []
    const starts = within(() => useStarts(take, lesson, (moved) => kept.push(moved)))
    starts.nudge(0.01, pen)
    starts.nudge(0.01, pen)
    starts.nudge(-0.05, pen)
    await pause()
    expect(sent).toEqual([
      { kind: 'move start', take: 'take1', word: 'pen', found: 2, start: expect.closeTo(1.97, 6) as number },
    ])
    expect(kept).toHaveLength(1)
    expect(starts.moving.value).toBeUndefined()
  })

  it('never come before the take, and are not told as kept when they were refused', async () => {
    const kept: unknown[] = []
    const starts = within(() => useStarts(take, lesson, (moved) => kept.push(moved)))
    refuses = true
    starts.nudge(-9, pen)
    await pause()
    expect(sent[0]).toMatchObject({ start: 0 })
    expect(kept).toEqual([])
  })

  it('belong to the take in which they were moved', async () => {
    const starts = within(() => useStarts(take, lesson, () => {}))
    starts.nudge(0.01, pen)
    take.value = 'take2'
    await pause()
    expect(sent[0]).toMatchObject({ take: 'take1' })
    take.value = 'take1'
  })
})

describe('moments of marks that are set by hand', () => {
  const take = ref('take1')
  const flag = { id: 'm1', start: 5, end: 7 } as StripMark

  it('are shown where they are moved to, for as long as the mark takes', async () => {
    const moments = within(() => useMoments(take, lesson))
    moments.nudge(0.1, flag)
    moments.nudge(0.1, flag)
    expect(moments.placed(flag)).toMatchObject({
      start: expect.closeTo(5.2, 6),
      end: expect.closeTo(7.2, 6),
    })
    expect(moments.placed({ ...flag, id: 'm2' })).toMatchObject({ start: 5, end: 7 })
    expect(moments.chosen.value).toBe('m1')
    await pause()
    expect(sent).toEqual([
      {
        kind: 'place mark',
        take: 'take1',
        id: 'm1',
        start: expect.closeTo(5.2, 6) as number,
        seconds: expect.closeTo(2, 6) as number,
      },
    ])
  })

  it('are put at once, and can be made longer', async () => {
    const moments = within(() => useMoments(take, lesson))
    await moments.place(flag, -3)
    await moments.place(flag, 4, 9)
    expect(sent).toMatchObject([
      { start: 0, seconds: 2 },
      { start: 4, seconds: 9 },
    ])
  })
})

describe('marking on the plan', () => {
  const words = ref(['a', 'b', 'c'].map((one) => word(one)))
  function made() {
    const marks = ref<Schemas['Mark'][]>([])
    const opened = ref('')
    const problem = ref<Problem>()
    const chosen = within(() => useChosenWords(words, () => 0))
    const send = async (command: Command) => {
      if (!(await lesson.send(command))) return false
      if (command.kind !== 'keep mark') marks.value = [...marks.value, mark(`m${marks.value.length + 1}`)]
      return true
    }
    const marking = within(() =>
      useMarking({
        chosen,
        marks,
        meaning: ref('evidence'),
        reading: ref('r1'),
        send,
        problem,
        dismiss: () => (problem.value = undefined),
        open: (id) => (opened.value = id),
      }),
    )
    return { marks, opened, chosen, marking, problem }
  }

  it('draws on the chosen words, and lets go of them', async () => {
    const { marking, chosen, opened } = made()
    await marking.mark(formOf('circle'))
    expect(sent, 'nothing was chosen').toEqual([])
    chosen.set('a', 'b')
    await marking.mark(formOf('circle'))
    expect(sent[0]).toMatchObject({ form: { kind: 'circle' }, first: 'a', last: 'b', reading: 'r1' })
    expect([chosen.span.value, opened.value]).toEqual([undefined, ''])
  })

  it('opens what has something to fill in', async () => {
    const { marking, chosen, opened } = made()
    chosen.set('a', 'a')
    await marking.mark(formOf('margin note'))
    expect(opened.value).toBe('m1')
  })

  it('keeps the words chosen when the mark was refused', async () => {
    const { marking, chosen } = made()
    refuses = true
    chosen.set('a', 'b')
    await marking.mark(formOf('box'))
    expect(chosen.span.value).toEqual({ first: 'a', last: 'b' })
  })

  it('waits for the word that an arrow points at, which is another one', async () => {
    const { marking, chosen } = made()
    chosen.set('a', 'a')
    await marking.mark(formOf('arrow'))
    expect([sent, marking.pointing.value?.first]).toEqual([[], 'a'])
    chosen.set('c', 'c')
    await nextTick()
    await flushPromises()
    expect(sent).toMatchObject([{ kind: 'add mark', form: { kind: 'arrow', to: 'c' }, first: 'a' }])
    expect(marking.pointing.value).toBeUndefined()
  })

  it('asks what a drawing is on that lies across a picture and the text', async () => {
    const { marking, problem, opened } = made()
    refuses = true
    problem.value = Problem.from(422, { asks: 'text or picture' })
    await marking.ink(2, [[0, 0, 9, 9]])
    expect([marking.across.value?.page, problem.value, opened.value]).toEqual([2, undefined, ''])
    refuses = false
    await marking.ink(2, marking.across.value!.strokes, 'picture')
    expect(sent[sent.length - 1]).toMatchObject({ on: 'picture', strokes: [[0, 0, 9, 9]] })
    expect([marking.across.value, opened.value]).toEqual([undefined, 'm1'])
  })

  it('makes a mark of ink, and goes between its tidy shape and what was drawn', async () => {
    const { marking, marks, opened } = made()
    await marking.ink(2, [[0, 0, 9, 9]])
    expect(sent[0]).toMatchObject({ kind: 'draw ink', page: 2, meaning: 'evidence' })
    expect(opened.value).toBe('m1')
    marks.value = [mark('m1', { ink: [[0, 0, 1, 1]] }), mark('m2')]
    marking.asDrawn('m1')
    marking.asDrawn('m2')
    expect(sent.slice(1)).toMatchObject([{ kind: 'keep mark', mark: { id: 'm1', as_drawn: true } }])
  })
})
