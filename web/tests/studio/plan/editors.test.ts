import { flushPromises, mount, type VueWrapper } from '@vue/test-utils'
import { beforeEach, describe, expect, it } from 'vitest'
import { ref } from 'vue'
import { activityOf, CATALOGUE } from '@/api/catalogue'
import type { Schemas } from '@/api/client'
import { useChosenWords } from '@/studio/plan/chosenWords'
import { activityForm, markForm } from '@/studio/plan/formsByKind'
import MarkEditor from '@/studio/plan/MarkEditor.vue'
import PointEditor from '@/studio/plan/PointEditor.vue'
import { catalogue } from '../../golden'
import { lesson, word } from '../../worlds'

const kinds = catalogue()
const picture = { regions: [{ id: 'r1', name: 'the roof', area: {} }] }
const blocks = [
  { id: 'b1', text: 'bee map', words: [word('a', 'bee'), word('b', 'map')] },
  { id: 'b2', text: 'The boat', words: [], picture },
]
const made = lesson({
  passages: [{ id: 'p', title: '', pages: [{ id: 'p1', label: '7', blocks }] }],
  plan: {
    cards: [],
    readings: [],
    organizers: [{ id: 'chart1', title: 'Who', boxes: [{ id: 'b1', heading: 'Wren' }] }],
  },
})
const words = useChosenWords(ref([word('a', 'bee'), word('b', 'map')]), () => 0)
const provide = {
  [CATALOGUE as symbol]: ref(kinds),
  'chosen words': words,
}
const named = (of: VueWrapper, name: string) => {
  const found = of
    .findAll('button, input, textarea, select')
    .find((one) => (one.attributes('aria-label') ?? one.text()).trim() === name)
  if (!found) throw new Error(`nothing is called ${name}`)
  return found
}

beforeEach(() => localStorage.clear())

describe('the editor of a pause point', () => {
  const sent: Schemas['PausePoint'][] = []
  let isKept = true
  const send = (point: Schemas['PausePoint']) => Promise.resolve((sent.push(point), isKept))
  const editor = (point: Partial<Schemas['PausePoint']> = {}) =>
    mount(PointEditor, {
      props: { point: { ...kinds.fresh_point, ...point }, lesson: made, deed: 'Keep', of: 'one', send },
      global: { provide },
    })
  const pill = (of: VueWrapper, name: string) =>
    of.findAll('[role=radio]').find((one) => one.text() === name)!
  const saved = async (of: VueWrapper) => {
    await of.get('form').trigger('submit')
    await flushPromises()
    return sent.at(-1)!
  }

  it('offers every kind there is, and has a form for each that has something to fill in', () => {
    const names = editor()
      .findAll('[role=radiogroup]')[0]!
      .findAll('[role=radio]')
      .map((one) => one.text())
    expect([...names].sort()).toEqual(kinds.activities.map((one) => one.name).sort())
    for (const { kind, fresh } of kinds.activities)
      expect(!!activityForm(kind), kind).toBe(Object.keys(fresh).length > 1)
  })

  it('takes the usual think time with the kind, unless the teacher has set another', async () => {
    const page = editor()
    await pill(page, 'Write').trigger('click')
    expect((await saved(page)).think_seconds).toBe(activityOf(kinds, 'write').usual_think)
    const own = editor({ think_seconds: 33 })
    await pill(own, 'Talk').trigger('click')
    expect(await saved(own)).toMatchObject({ think_seconds: 33, activity: { kind: 'talk' } })
  })

  it('writes answers to choose, and finds them again after another kind was looked at', async () => {
    const page = editor({ question: 'Which?' })
    await pill(page, 'Choose').trigger('click')
    await named(page, 'Answer A').setValue('clover')
    await named(page, 'Answer B').setValue('thistle')
    await named(page, 'Why answer B is wrong').setValue('It is not named.')
    await named(page, 'Another answer').trigger('click')
    await named(page, 'Answer C').setValue('a map')
    await page
      .findAll('button')
      .filter((one) => one.text() === 'Strike this out first')[0]!
      .trigger('click')
    await pill(page, 'Order').trigger('click')
    expect(page.text()).toContain('right order')
    await pill(page, 'Choose').trigger('click')
    expect((await saved(page)).activity).toMatchObject({
      kind: 'choose',
      strike: [2, 1],
      choices: [
        { text: 'clover', right: true },
        { text: 'thistle', right: false, reason: 'It is not named.' },
        { text: 'a map', right: false },
      ],
    })
    await named(page, 'Remove answer B').trigger('click')
    expect((await saved(page)).activity, 'the numbers follow').toMatchObject({ strike: [1] })
  })

  it('offers as many answers as the core takes, and no more can be added then', async () => {
    const page = editor()
    await pill(page, 'Choose').trigger('click')
    const { most } = activityOf(kinds, 'choose').limits.choices!
    for (let n = 2; n < most; n++) await named(page, 'Another answer').trigger('click')
    expect(page.findAll('input[type=checkbox]')).toHaveLength(most)
    expect(page.text()).not.toContain('Another answer')
  })

  it('gives each form what it needs, and nothing of it to its elements', async () => {
    const page = editor()
    for (const { name } of kinds.activities) {
      await pill(page, name).trigger('click')
      expect(page.html(), name).not.toContain('[object Object]')
    }
    const { least, most } = kinds.think_seconds
    const think = page.findAll('input[type=number]').at(-1)!
    expect([think.attributes('min'), think.attributes('max')]).toEqual([String(least), String(most)])
  })

  it('takes the chosen words for a stretch, and how long each turn is', async () => {
    const page = editor()
    await pill(page, 'Together').trigger('click')
    words.set('a', 'b')
    await page.vm.$nextTick()
    await named(page, 'Take the chosen words').trigger('click')
    await page.get('input[type=number][max="9"]').setValue(3)
    await page.get('input[step="0.1"]').setValue(1.5)
    expect((await saved(page)).activity).toEqual({
      kind: 'say it together',
      stretch: { first: 'a', last: 'b' },
      times: 3,
      factor: 1.5,
    })
  })

  it('looks at the picture of the passage and its regions, and finds its pages', async () => {
    const page = editor()
    await pill(page, 'Look closely').trigger('click')
    await named(page, 'Part of the picture').setValue('r1')
    expect((await saved(page)).activity).toEqual({ kind: 'look closely', picture: 'b2', region: 'r1' })
    await pill(page, 'Find a page').trigger('click')
    await named(page, 'Page to find').setValue('p1')
    expect((await saved(page)).activity).toEqual({ kind: 'find the page', turn_to: 'p1' })
  })

  it('shows the words that prove an answer or rule it out, also where no word is chosen', () => {
    words.clear()
    const choices = [
      { text: 'clover', right: true, reason: '', proof: [{ first: 'b', last: 'b' }] },
      { text: 'thistle', right: false, reason: '', proof: [] },
    ]
    const page = editor({ activity: { kind: 'choose', choices, strike: [] } })
    expect(page.text()).toContain('Words that prove it')
    expect(page.text()).toContain('Words that rule it out')
    expect(page.find('[aria-label="Leave out map"]').exists()).toBe(true)
  })

  it('finds again what was written and not kept, until it is kept or left', async () => {
    const page = editor()
    await page.get('textarea').setValue('Why does she dance?')
    page.unmount()
    const again = editor({ after: 'b' })
    expect(again.get('textarea').element.value).toBe('Why does she dance?')
    isKept = false
    expect(await saved(again)).toMatchObject({ question: 'Why does she dance?', after: 'b' })
    again.unmount()
    const refused = editor()
    expect(refused.get('textarea').element.value, 'it was refused').toBe('Why does she dance?')
    isKept = true
    await saved(refused)
    await flushPromises()
    expect(editor().get('textarea').element.value).toBe('')
  })

  it('asks for the words to find where there are words to find', async () => {
    const page = editor()
    expect(page.text()).not.toContain('Words that students should find')
    await pill(page, 'Find words').trigger('click')
    words.set('b', 'b')
    await page.vm.$nextTick()
    await named(page, 'Take the chosen words').trigger('click')
    expect((await saved(page)).evidence).toEqual([{ first: 'b', last: 'b' }])
  })
})

describe('the editor of a mark', () => {
  const mark = (more: object) =>
    ({ id: 'm1', first: 'a', last: 'a', meaning: 'evidence', ink: [], skip: 0, drop: 0, nth: 1, picture: '', region: '', moment: 'when read', pause: '', seconds: 0, as_drawn: false, reading: '', ...more }) as unknown as Schemas['Mark'] // prettier-ignore
  const editor = (form: object, more: object = {}) =>
    mount(MarkEditor, {
      props: {
        mark: mark({ form, ...more }),
        lesson: made,
        printed: 'bee',
        send: (one: Schemas['Mark']) => Promise.resolve((sent.push(one), true)),
      },
      global: { provide },
    })
  const sent: Schemas['Mark'][] = []
  const kept = () => sent.at(-1)!

  it('offers ink only where a pen drew it, and has fields for the forms that have some', () => {
    const offered = (of: VueWrapper) =>
      named(of, 'Kind of mark')
        .findAll('option')
        .map((one) => one.text())
    expect(offered(editor({ kind: 'box' }))).toEqual(
      kinds.forms.filter((one) => one.key).map((one) => one.name),
    )
    expect(offered(editor({ kind: 'box' }, { ink: [[0, 0, 1, 1]] }))).toContain('Ink as drawn')
    for (const { kind, has_fields } of kinds.forms) expect(!!markForm(kind), kind).toBe(has_fields)
  })

  it('changes the form, keeping all else', async () => {
    const page = editor({ kind: 'box' }, { seconds: 2 })
    await named(page, 'Kind of mark').setValue('margin note')
    expect(kept()).toMatchObject({ form: { kind: 'margin note', text: '' }, seconds: 2, first: 'a' })
  })

  it('writes a note, a number with its box, a symbol and the parts of a word', async () => {
    const note = editor({ kind: 'margin note', text: '' })
    await named(note, 'Note in the margin').setValue('Look!')
    expect(kept().form).toEqual({ kind: 'margin note', text: 'Look!' })

    const number = editor({ kind: 'number', text: '2', chart: '', box: '' })
    await named(number, 'The box of a chart that it stands for').setValue('chart1/b1')
    expect(kept().form).toEqual({ kind: 'number', text: '2', chart: 'chart1', box: 'b1' })

    const symbol = editor({ kind: 'symbol', symbol: 'star' })
    await named(symbol, 'Symbol').setValue('heart')
    expect(kept().form).toEqual({ kind: 'symbol', symbol: 'heart' })

    const parts = editor({ kind: 'word parts', cuts: [] })
    await parts.get('[aria-label="A part begins with the e"]').trigger('click')
    expect(kept().form).toEqual({ kind: 'word parts', cuts: [1] })
  })
})
