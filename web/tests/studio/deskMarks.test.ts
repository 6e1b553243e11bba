import { flushPromises } from '@vue/test-utils'
import { beforeEach, describe, expect, it } from 'vitest'
import { effectScope, ref } from 'vue'
import type { Command, Problem, Schemas } from '@/api/client'
import { useChosenWords } from '@/studio/plan/chosenWords'
import { useDeskMarks } from '@/studio/record/deskMarks'
import { catalogue } from '../golden'
import { word } from '../worlds'

const formOf = (kind: string) => catalogue().forms.find((one) => one.kind === kind)!
const mark = (id: string) => ({ id, first: 'a', last: 'a' }) as Schemas['Mark']
let sent: Command[] = []
beforeEach(() => void (sent = []))

function desk() {
  const marks = ref<Schemas['Mark'][]>([])
  const words = ref(['a', 'b', 'c'].map((one) => word(one)))
  const time = ref(4)
  const steps = ref(0)
  const drew: [string, number][] = []
  const takenBack: string[] = []
  return effectScope().run(() => {
    const chosen = useChosenWords(words, () => 0)
    const made = useDeskMarks({
      chosen,
      marks,
      meaning: ref('evidence'),
      send: async (command) => {
        sent.push(command)
        if (command.kind !== 'remove mark') marks.value = [...marks.value, mark(`m${marks.value.length + 1}`)]
        return Promise.resolve(true)
      },
      problem: ref<Problem>(),
      dismiss: () => undefined,
      time,
      steps,
      drew: (id, at) => drew.push([id, at]),
      takeBack: (id) => takenBack.push(id),
    })
    return { made, chosen, time, steps, drew, takenBack }
  })!
}

describe('new marks while recording', () => {
  it('are drawn on chosen words at the moment of the key', async () => {
    const { made, chosen, drew } = desk()
    chosen.set('a', 'b')
    await made.mark(formOf('circle'))
    expect(sent).toMatchObject([{ kind: 'add mark', first: 'a', last: 'b', meaning: 'evidence' }])
    expect([drew, chosen.span.value]).toEqual([[['m1', 4]], undefined])
  })

  it('of the pen begin when it touched the page', async () => {
    const { made, time, drew } = desk()
    made.touched()
    time.value = 5.5
    made.touched()
    await made.ink(1, [[0, 0, 9, 9]])
    time.value = 9
    await made.ink(1, [[0, 0, 9, 9]])
    expect(drew).toEqual([
      ['m1', 4],
      ['m2', 9],
    ])
  })

  it('an arrow is drawn once it has its word', async () => {
    const { made, chosen, drew } = desk()
    chosen.set('a', 'a')
    await made.mark(formOf('arrow'))
    expect(drew).toEqual([])
    chosen.set('c', 'c')
    await flushPromises()
    expect(drew).toEqual([['m1', 4]])
  })

  it('an arrow that was let go takes no word, and gives its moment to nothing later', async () => {
    const { made, chosen, time, drew } = desk()
    chosen.set('a', 'a')
    await made.mark(formOf('arrow'))
    made.letGo()
    time.value = 7
    chosen.set('c', 'c')
    await flushPromises()
    expect(drew).toEqual([])
    made.touched()
    await made.ink(1, [[0, 0, 9, 9]])
    expect(drew).toEqual([['m1', 7]])
  })

  it('are taken back before what was done on the stage earlier, and not before what was done later', async () => {
    const { made, chosen, steps, takenBack } = desk()
    steps.value = 1
    chosen.set('a', 'a')
    await made.mark(formOf('circle'))
    steps.value = 2
    expect(made.undo()).toBe(false)
    steps.value = 1
    expect(made.undo()).toBe(true)
    expect([takenBack, sent[sent.length - 1]]).toEqual([['m1'], { kind: 'remove mark', id: 'm1' }])
    expect(made.undo()).toBe(false)
  })

  it('of a rehearsal are not kept', async () => {
    const { made, chosen } = desk()
    chosen.set('a', 'a')
    await made.mark(formOf('circle'))
    made.forget()
    expect(sent[sent.length - 1]).toEqual({ kind: 'remove mark', id: 'm1' })
    expect(made.canUndo.value).toBe(false)
  })
})
