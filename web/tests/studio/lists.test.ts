import { mount, type VueWrapper } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import { ref } from 'vue'
import type { Schemas } from '@/api/client'
import { keysOf } from '@/studio/keyLists'
import WordBar from '@/studio/plan/WordBar.vue'
import DrawWhileTalking from '@/studio/DrawWhileTalking.vue'
import { CATALOGUE, accepted, activityOf } from '@/api/catalogue'
import { catalogue } from '../golden'

const kinds = catalogue()
const named = (of: VueWrapper, name: string) =>
  of
    .findAll('button')
    .find((one) => (one.attributes('aria-label') ?? one.text().replace(/\s+/g, ' ').trim()) === name)

describe('the list of keys', () => {
  const lists = keysOf(kinds)
  it('has every key that draws a mark, and what it draws', () => {
    const keys = lists.plan!.map(([key]) => key).join(' ')
    const said = lists.plan!.map(([, what]) => what).join(', ')
    for (const form of kinds.forms.filter((one) => one.key)) {
      expect(keys.split(' ')).toContain(form.key.toUpperCase())
      expect(said).toContain(form.name.toLowerCase())
    }
  })
  it('gives no key on a screen two meanings', () => {
    for (const [screen, list] of Object.entries(lists)) {
      const keys = list.flatMap(([key]) => (/^[A-Z]( [A-Z])*$/.test(key) ? key.split(' ') : []))
      // On the text, the keys of blocks are for a chosen block, those of words for a word.
      if (screen !== 'text') expect(keys.length, screen).toBe(new Set(keys).size)
    }
  })
  it('tells everywhere how to undo', () => {
    for (const list of Object.values(lists)) expect(list.map(([key]) => key)).toContain('Ctrl Z')
  })
})

describe('the catalogue', () => {
  it('knows each kind by its name, and has the first for one that it does not know', () => {
    expect(activityOf(kinds, 'match').name).toBe('Match')
    expect(activityOf(kinds, 'of a later program').kind).toBe(kinds.activities[0]!.kind)
  })
  it('says what a file chooser takes', () => {
    expect(accepted(['md', 'txt'])).toBe('.md,.txt')
    expect(accepted([])).toBe('')
  })
})

describe('the bar under the page', () => {
  const legend = [
    { id: 'who', name: 'who', letter: 'W', colour: 'lake', line: 'solid' },
    { id: 'where', name: 'where', letter: 'P', colour: 'moss', line: 'dashed' },
  ] as Schemas['Meaning'][]
  const bar = (more: object = {}) =>
    mount(WordBar, {
      props: {
        chosen: '',
        legend,
        used: [],
        forms: kinds.forms,
        number: 0,
        count: 3,
        pointing: false,
        meaning: 'who',
        drawing: false,
        suggesting: false,
        ...more,
      },
    })

  it('turns pages, as far as there are some', async () => {
    const page = bar()
    expect(named(page, 'Page before')!.attributes('disabled')).toBeDefined()
    await named(page, 'Next page')!.trigger('click')
    expect(page.emitted('turn')).toEqual([[1]])
    expect(page.text()).toContain('Page 1 of 3')
  })

  it('offers with words chosen what can be made of them: every mark that has a key', async () => {
    const page = bar({ chosen: 'her map', used: ['number', 'number', 'box', 'circle', 'cross-out'] })
    const marks = (of: ParentNode) =>
      [...of.querySelectorAll('button')].filter((one) =>
        kinds.forms.some((form) => one.textContent.trim().startsWith(form.name)),
      )
    // The marks that the lesson has stand there, all others under "More".
    const atHand = marks(page.element as HTMLElement)
    expect(atHand.map((one) => one.textContent.trim()).sort()).toEqual(['Box', 'Circle', 'Number'])
    for (const one of atHand) one.click()
    await named(page, 'More')!.trigger('click')
    for (const one of marks(document.body).filter((one) => !atHand.includes(one))) {
      one.click()
      await named(page, 'More')!.trigger('click')
    }
    expect(
      page
        .emitted<[{ kind: string }]>('mark')!
        .map(([form]) => form.kind)
        .sort(),
    ).toEqual(
      kinds.forms
        .filter((one) => one.key)
        .map((one) => one.kind)
        .sort(),
    )
    await named(page, 'Pause after this')!.trigger('click')
    await named(page, 'Word card')!.trigger('click')
    expect([page.emitted('pause'), page.emitted('card')].map((one) => one?.length)).toEqual([1, 1])
  })

  it('shows the meaning that a mark will have, and takes another', async () => {
    const page = bar()
    const [who, where] = page.get('[aria-label=Legend]').findAll('button')
    expect([who!.attributes('aria-pressed'), where!.attributes('aria-pressed')]).toEqual(['true', 'false'])
    await where!.trigger('click')
    expect(page.emitted('update:meaning')).toEqual([['where']])
  })

  it('says what an arrow waits for, and lets go of it', async () => {
    const page = bar({ pointing: true, chosen: 'bee' })
    expect(page.text()).toContain('choose the word that the arrow points at')
    await page.get('button').trigger('click')
    expect(page.emitted('clear')).toHaveLength(1)
  })
})

describe('marks to draw while talking', () => {
  const mark = (id: string) =>
    ({ id, form: { kind: 'circle' }, first: id, last: id, meaning: 'who' }) as unknown as Schemas['Mark']
  const legend = [
    { id: 'who', name: 'who', letter: 'W', colour: 'ochre', line: 'solid' },
  ] as Schemas['Meaning'][]
  const printed = new Map([
    ['a', 'bee'],
    ['b', 'map'],
  ])

  it('are named by what is drawn on which words; the next one has the key', async () => {
    const list = mount(DrawWhileTalking, {
      props: { marks: [mark('a'), mark('b')], legend, drawn: new Set(['a']), next: 'b', printed },
      global: { provide: { [CATALOGUE as symbol]: ref(kinds) } },
    })
    const [first, second] = list.findAll('button')
    expect(first!.text()).toContain('Circle · “bee”')
    expect(first!.attributes('aria-pressed')).toBe('true')
    expect(second!.text()).toMatch(/W.*Circle · “map”.*M/s)
    await second!.trigger('click')
    expect(list.emitted('press')).toEqual([['b']])
  })
})
