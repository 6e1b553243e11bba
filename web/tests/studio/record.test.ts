import { mount } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { effectScope, nextTick, ref, type EffectScope } from 'vue'
import type { Schemas } from '@/api/client'
import { CATALOGUE } from '@/api/catalogue'
import { LEAD_IN, SETTLE, useGuide } from '@/studio/record/guide'
import GuidePrompt from '@/studio/record/GuidePrompt.vue'
import DeskFoot from '@/studio/record/DeskFoot.vue'
import { deskTrail } from '@/studio/record/deskTrail'
import MicrophonePicker from '@/studio/record/MicrophonePicker.vue'
import { catalogue } from '../golden'
import { layout, page } from '../worlds'

const stage = layout([
  page('title', [], { title: true }),
  page('one', ['a', 'b']),
  page('two', ['c']),
  page('card', [], { board: 'card1' }),
])
const said = (id: string, start: number) => ({ id, start, end: start + 1 })
const stretch = (more: Partial<Schemas['GuideStretch']>) => ({
  start: 0,
  end: 0,
  words: [],
  board: '',
  signpost: '',
  after: '',
  ...more,
})
const GUIDE = {
  stretches: [
    stretch({ board: 'card1', end: 2, words: [said('w', 0)] }),
    stretch({ start: 2, end: 4, words: [said('a', 2), said('b', 3)] }),
    stretch({ start: 4, end: 6, signpost: 'pause1', after: 'b', words: [said('q', 4)] }),
    stretch({ start: 6, end: 7, words: [said('c', 6)] }),
  ],
} as Schemas['Guide']
const points = [{ id: 'pause1', after: 'b' }] as Schemas['PausePoint'][]

let scope: EffectScope
beforeEach(() => (scope = effectScope()))
afterEach(() => scope.stop())
const time = ref(0)
const running = ref(false)
const follow = ref(true)
const held = ref(false)
function made() {
  time.value = 0
  running.value = false
  follow.value = true
  held.value = false
  return scope.run(() => useGuide(ref(stage), ref(GUIDE), ref(points), { time, running, follow, held }))!
}
const at = async (seconds: number) => {
  time.value = seconds + LEAD_IN
  await nextTick()
}

/** The foot of the desk while a take runs. */
const AT_DESK = {
  phase: 'recording' as const,
  rehearsing: false,
  places: [
    { page: 1, signpost: '', words: [said('w1', 0), said('w2', 1)] },
    { page: 2, signpost: '', words: [] },
    { page: 2, signpost: '', words: [said('w3', 2)] },
  ],
  at: 0,
  waits: false,
  lit: 'w1',
  agains: [],
  canAgain: true,
  holds: false,
  close: false,
  canCome: false,
  canUndo: false,
  clipped: false,
  unheard: false,
  unsent: 0,
  safe: 47,
}

describe('the way at the foot of the desk', () => {
  it('goes on with the words, and never backwards from place to place', () => {
    const { starts, at } = deskTrail(AT_DESK.places)
    expect(starts).toEqual([...starts].sort((one, other) => one - other))
    expect(at(0, '')).toBe(0)
    expect(at(0, 'w1')).toBeLessThan(at(0, 'w2'))
    expect(at(0, 'w2')).toBeCloseTo(starts[1]!)
    expect(at(2, 'w3')).toBeCloseTo(1)
  })
})

describe('the guide of a recording', () => {
  it('is gone through by hand, place by place, and not past the ends', () => {
    const guide = made()
    expect(guide.places.value.map((one) => one.page)).toEqual([3, 1, 1, 2])
    guide.jump(guide.at.value + -1)
    expect(guide.page.value).toBe(3)
    guide.jump(guide.at.value + 2)
    expect([guide.page.value, guide.prompt.value?.point.id]).toEqual([1, 'pause1'])
    expect(guide.prompt.value!.words.map((one) => one.id)).toEqual(['q'])
    guide.jump(guide.at.value + 9)
    expect([guide.page.value, guide.prompt.value]).toEqual([2, undefined])
    guide.begin()
    expect(guide.at.value).toBe(0)
    expect(guide.minutes.value).toBeCloseTo(7 / 60)
  })

  it('leaves its light where it is while it is held, and goes on from there', async () => {
    const guide = made()
    running.value = true
    guide.jump(1)
    await at(0.6)
    expect(guide.lit.value).toBe('a')
    held.value = true
    await at(9)
    expect(guide.lit.value).toBe('a')
    held.value = false
    await at(9.1)
    expect(guide.lit.value).toBe('a')
    await at(9.8)
    expect(guide.lit.value).toBe('b')
  })

  it('lights the words of a place at their pace, and waits there for as long as the teacher talks', async () => {
    const guide = made()
    await at(0.5)
    expect(guide.lit.value, 'not before').toBe('')
    running.value = true
    await at(-0.1)
    expect(guide.lit.value, 'after the lead-in').toBe('')
    await at(0.5)
    expect([guide.lit.value, guide.page.value, guide.waits.value]).toEqual(['w', 3, false])
    await at(45)
    expect([guide.lit.value, guide.page.value, guide.waits.value]).toEqual(['', 3, true])
  })

  it('goes on from where it waited when it is told to, and never by itself', async () => {
    const guide = made()
    running.value = true
    await at(45)
    guide.jump(guide.at.value + 1)
    const from = 45 + SETTLE
    await at(from + 0.5)
    expect([guide.lit.value, guide.page.value]).toEqual(['a', 1])
    await at(from + 1.5)
    expect(guide.lit.value).toBe('b')
    await at(from + 60)
    expect([guide.prompt.value, guide.page.value, guide.waits.value], 'the page is still being read').toEqual(
      [undefined, 1, true],
    )
    guide.jump(guide.at.value + 1)
    await at(from + 60.5 + SETTLE)
    expect([guide.lit.value, guide.prompt.value?.point.id]).toEqual(['q', 'pause1'])
    guide.jump(guide.at.value + 1)
    await at(from + 90)
    expect([guide.lit.value, guide.page.value, guide.waits.value], 'it has come to its end').toEqual([
      '',
      2,
      false,
    ])
    guide.jump(guide.at.value + -2)
    await at(from + 90.5 + SETTLE)
    expect([guide.lit.value, guide.page.value], 'back to read it again').toEqual(['a', 1])
  })

  it('leaves light and pages alone where the teacher sets them', async () => {
    const guide = made()
    running.value = true
    follow.value = false
    await at(6.5)
    expect([guide.lit.value, guide.at.value]).toEqual(['', 0])
  })

  it('has buttons that a finger hits, and says when it waits', async () => {
    const foot = mount(DeskFoot, { props: { ...AT_DESK, at: 0, waits: true } })
    const [back, next] = foot.findAll('nav button')
    expect([back!, next!].every((one) => one.classes().includes('min-h-[44px]'))).toBe(true)
    expect(next!.attributes('title')).toContain('The guide waits here.')
    expect(back!.attributes('disabled')).toBeDefined()
    await next!.trigger('click')
    expect(foot.emitted('go')).toEqual([[1]])
  })

  it('says at the foot whether all is well', async () => {
    const foot = mount(DeskFoot, { props: AT_DESK })
    expect(foot.text()).toContain('Sound is good.')
    expect(foot.text()).toContain('Safe on the server up to 0:47')
    await foot.setProps({ unheard: true })
    expect(foot.get('[role=alert]').text()).toContain('Nothing is heard so far.')
    await foot.setProps({ unheard: false, unsent: 9 })
    expect(foot.get('[role=alert]').text()).toContain('kept on this computer until they arrive')
    await foot.setProps({ unsent: 0, agains: [{ word: 'w2', text: 'She flies home' }] })
    expect(foot.text()).toContain('again from “She flies home”')
  })

  it('shows a prompt with the word that is to be said', () => {
    const point = { ...catalogue().fresh_point, id: 'pause1', question: 'Why now?' }
    const prompt = mount(GuidePrompt, {
      props: {
        point,
        words: [said('q0', 0), said('q1', 1)],
        printed: new Map([
          ['q0', 'Why'],
          ['q1', 'now?'],
        ]),
        lit: 'q1',
      },
      global: { provide: { [CATALOGUE as symbol]: ref(catalogue()) } },
    })
    expect(prompt.get('h2').text()).toBe(catalogue().activities[0]!.name)
    expect(prompt.get('p').text()).toBe('Why now?')
    expect(prompt.findAll('.bg-moss-pale').map((one) => one.text())).toEqual(['now?'])
  })
})

describe('the microphone', () => {
  const picker = (more: object) =>
    mount(MicrophonePicker, {
      props: {
        microphones: [{ id: 'usb', name: 'A good one' }],
        chosen: 'usb',
        open: false,
        busy: false,
        level: 0,
        clipped: false,
        ...more,
      },
    })

  it('is named, and tried before it is used', async () => {
    const shown = picker({})
    expect(shown.text()).toContain('A good one')
    await shown
      .findAll('button')
      .find((one) => one.text() === 'Try it')!
      .trigger('click')
    expect(shown.emitted('use')).toEqual([['usb']])
    expect(picker({ chosen: 'gone' }).text()).toContain('The usual microphone')
  })

  it.each([
    [{ level: 0.1 }, 'say something'],
    [{ level: 0.5 }, 'good'],
    [{ level: 0.9, clipped: true }, 'too loud'],
  ])('says how loud it is: %o', (heard, says) => {
    expect(picker({ open: true, ...heard }).text()).toContain(says)
  })

  it('does not ask for words in a rest of a take', () => {
    expect(picker({ open: true, busy: true, level: 0.1 }).text()).not.toContain('say something')
  })
})
