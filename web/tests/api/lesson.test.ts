import { QueryClient, VueQueryPlugin } from '@tanstack/vue-query'
import { flushPromises, mount } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { defineComponent, effectScope, ref } from 'vue'
import type { LessonChange } from '@/api/client'
import { openLesson, type OpenLesson } from '@/api/lesson'

/** The client takes the browser's fetch when it is loaded, which is before anything here runs. */
const way = vi.hoisted(() => {
  const way = { fetch: (input: Request): Promise<Response> => Promise.reject(new Error(input.url)) }
  globalThis.fetch = (input) => way.fetch(input as Request)
  return way
})

/** A server that keeps one lesson; a change may be held up. */
let kept = { revision: 1, pace: 110 }
let asked: string[] = []
let held: (() => void)[] = []
const view = () => ({
  id: 'one',
  revision: kept.revision,
  lesson: { words_per_minute: kept.pace, passages: [] },
  takes: [],
  jobs: [],
})
const json = (value: unknown, status = 200) =>
  new Response(JSON.stringify(value), { status, headers: { 'Content-Type': 'application/json' } })

async function server(request: Request): Promise<Response> {
  asked.push(`${request.method} ${new URL(request.url).pathname.split('/').at(-1)}`)
  if (request.method === 'GET') return json(view())
  const { revision, command } = (await request.json()) as {
    revision: number
    command: { words_per_minute: number }
  }
  await new Promise<void>((go) => held.push(go))
  if (revision !== kept.revision)
    return json({ title: 'Changed', detail: 'In another window.', kept: '', advice: '' }, 409)
  kept = { revision: revision + 1, pace: command.words_per_minute }
  return json({
    id: 'one',
    since: revision,
    revision: kept.revision,
    changes: [{ op: 'replace', path: '/words_per_minute', value: kept.pace }],
    undo: 'changing the pace',
    redo: '',
    waypoints: [],
    next: 'plan',
    take_in_use: '',
    video: null,
  })
}

let lesson: OpenLesson
const pace = (words_per_minute: number) => lesson.send({ kind: 'set pace', words_per_minute })
async function letGo() {
  await vi.waitFor(() => expect(held.length).toBeGreaterThan(0))
  held.shift()!()
  await flushPromises()
}

function open(opened: typeof openLesson) {
  const holder = defineComponent({
    setup() {
      lesson = opened(ref('one'))
      return () => null
    },
  })
  mount(holder, { global: { plugins: [[VueQueryPlugin, { queryClient: new QueryClient() }]] } })
}

beforeEach(async () => {
  way.fetch = server
  kept = { revision: 1, pace: 110 }
  asked = []
  held = []
  localStorage.clear()
  open(openLesson)
  await vi.waitFor(() => expect(lesson.view.value).toBeDefined())
})
afterEach(() => held.forEach((go) => go()))

describe('an open lesson', () => {
  it('shows a change by what changed, and does not fetch itself anew', async () => {
    const done = pace(90)
    await letGo()
    expect(await done).toBe(true)
    expect([lesson.view.value!.revision, lesson.view.value!.lesson.words_per_minute]).toEqual([2, 90])
    expect(asked).toEqual(['GET one', 'POST commands'])
  })

  it('sends quick changes one after another, each on the revision that the one before it left', async () => {
    const [first, second] = [pace(90), pace(95)]
    await vi.waitFor(() => expect(held).toHaveLength(1))
    expect(
      asked.filter((one) => one.startsWith('POST')),
      'the second waits',
    ).toHaveLength(1)
    await letGo()
    await letGo()
    expect(await Promise.all([first, second])).toEqual([true, true])
    expect([lesson.view.value!.revision, lesson.view.value!.lesson.words_per_minute]).toEqual([3, 95])
  })

  it.each([true, false])('asks which stays when another window changed the same first (%s)', async (mine) => {
    kept = { revision: 7, pace: 60 }
    const done = pace(90)
    await letGo()
    await vi.waitFor(() => expect(lesson.question.value).toBeDefined())
    expect(lesson.question.value!.clashes).toEqual([{ mine: '90', theirs: '60' }])
    expect(lesson.view.value!.lesson.words_per_minute, 'the newer one is shown').toBe(60)
    lesson.question.value!.answer(mine)
    if (mine) await letGo()
    expect(await done).toBe(true)
    expect(lesson.view.value!.lesson.words_per_minute).toBe(mine ? 90 : 60)
    expect([lesson.question.value, lesson.problem.value]).toEqual([undefined, undefined])
  })

  it('goes on by itself when another window changed something else first', async () => {
    kept = { revision: 7, pace: 110 }
    const done = pace(90)
    await letGo()
    await letGo()
    expect(await done).toBe(true)
    expect([kept, lesson.question.value]).toEqual([{ revision: 8, pace: 90 }, undefined])
  })

  it('sends again by itself what found no way, and says so meanwhile', async () => {
    way.fetch = () => Promise.reject(new TypeError('fetch failed'))
    const done = pace(90)
    await vi.waitFor(() => expect(lesson.problem.value?.title).toBe('Not kept yet'))
    expect([lesson.unkept.value, localStorage.length]).toEqual([true, 1])
    way.fetch = server
    await vi.waitFor(() => expect(held).toHaveLength(1), 4000)
    await letGo()
    expect(await done).toBe(true)
    expect([kept.pace, lesson.problem.value, localStorage.length]).toEqual([90, undefined, 0])
  })

  it('sends what a closed window could not, once', async () => {
    way.fetch = () => Promise.reject(new TypeError('fetch failed'))
    void pace(90)
    await flushPromises()
    const left = localStorage.getItem('word-trail.unkept.one')!
    way.fetch = server
    vi.resetModules()
    const { openLesson: openAgain } = await import('@/api/lesson')
    expect(left).toContain('"words_per_minute":90')
    open(openAgain)
    await vi.waitFor(() => expect(held.length).toBeGreaterThan(0), 4000)
    held.splice(0).forEach((go) => go())
    await vi.waitFor(() => expect(kept.pace).toBe(90))
    await vi.waitFor(() => expect(localStorage.getItem('word-trail.unkept.one')).toBeNull())
  })

  it('lets go of what is refused, and says why', async () => {
    way.fetch = (request) =>
      request.method === 'GET'
        ? server(request)
        : Promise.resolve(json({ title: 'No', detail: 'Too quick.', kept: '', advice: '' }, 422))
    expect(await pace(9000)).toBe(false)
    expect([lesson.problem.value?.title, localStorage.length]).toEqual(['No', 0])
  })

  it('is fetched anew when a change came from a revision that is not on the screen', async () => {
    const change = { id: 'one', since: 5, revision: 6 } as unknown as LessonChange
    const done = lesson.attempt(() => Promise.resolve(change))
    kept = { revision: 6, pace: 77 }
    expect(await done).toBe(true)
    expect([lesson.view.value!.revision, lesson.view.value!.lesson.words_per_minute]).toEqual([6, 77])
  })

  it('is unkept from the moment something is sent until it is answered, and while a screen says so', async () => {
    expect(lesson.unkept.value).toBe(false)
    const done = pace(90)
    expect(lesson.unkept.value, 'at once').toBe(true)
    await letGo()
    await done
    expect(lesson.unkept.value).toBe(false)

    const typed = ref(true)
    const screen = effectScope()
    screen.run(() => lesson.unkeptWhile(() => typed.value))
    expect(lesson.unkept.value).toBe(true)
    typed.value = false
    expect(lesson.unkept.value).toBe(false)
    typed.value = true
    screen.stop()
    expect(lesson.unkept.value, 'the screen is left').toBe(false)
  })
})
