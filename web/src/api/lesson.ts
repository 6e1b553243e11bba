import { useQuery, useQueryClient } from '@tanstack/vue-query'
import {
  computed,
  inject,
  onScopeDispose,
  provide,
  ref,
  watch,
  type ComputedRef,
  type InjectionKey,
  type Ref,
} from 'vue'
import { ask, client, Problem, type Command, type LessonChange, type LessonView } from './client'
import { JUST_ASKED } from './fresh'
import { isActive } from './jobs'
import { outbox, type Waiting } from './outbox'
import { patched } from './patch'
import { sharing } from './sharing'
import { clashesOf, onNewest, targetOf, type Clash } from './targets'

const RETRY_MILLISECONDS = 1500

/** Answers after which the same change may well be taken: no way there, signed out, too much to do, no room. */
const isPassing = (status: number) => status === 0 || status >= 500 || [401, 408, 425, 429].includes(status)

const NOT_YET = 'Not kept yet'
const notYet = (fault: Problem) =>
  new Problem(
    fault.status,
    NOT_YET,
    fault.status === 401 ? 'You are signed out.' : fault.message,
    'Your changes are in this browser, and are sent again by themselves until they are kept.',
    fault.status === 401 ? 'Sign in again in another tab.' : '',
  )

/** Changes that are being sent, from whichever lesson. */
const underWay = new Set<string>()

/** A name that no other change has. (`randomUUID` is there on secure pages only.) */
const newName = () =>
  [...crypto.getRandomValues(new Uint8Array(16))].map((byte) => byte.toString(16).padStart(2, '0')).join('')

/** Two windows have changed the same: what stands in each, and the ways to go on. */
export interface Question {
  clashes: readonly Clash[]
  answer: (mine: boolean) => void
}

/** A lesson with what a change made of it. */
export function changed(view: LessonView, change: LessonChange): LessonView {
  const { changes, take_in_use: used, revision, undo, redo, waypoints, next, video } = change
  const takes = view.takes.map((take) =>
    take.in_use === (take.id === used) ? take : { ...take, in_use: take.id === used },
  )
  const lesson = patched(view.lesson, changes)
  return { ...view, lesson, revision, undo, redo, waypoints, next, video, takes, take_in_use: used }
}

const keyOf = (lesson: string) => ['lesson', lesson]
const fetchLesson = (lesson: string) =>
  ask(client.GET('/api/lessons/{lesson}', { params: { path: { lesson } } }))

/** A lesson, as it is fetched. */
export const lessonQuery = (id: string) => ({
  queryKey: keyOf(id),
  queryFn: () => fetchLesson(id),
  staleTime: JUST_ASKED,
  retry: false,
})

/** A lesson on the screen: what is kept of it, and the ways to change it. */
export function openLesson(id: Ref<string>) {
  const queries = useQueryClient()
  const problem = ref<Problem>()
  const sending = ref(0)
  const saving = computed(() => sending.value > 0)
  const waiting = ref(0)
  const query = useQuery({
    queryKey: computed(() => keyOf(id.value)),
    queryFn: () => fetchLesson(id.value),
    staleTime: JUST_ASKED,
    refetchInterval: (state) => (state.state.data?.jobs.some(isActive) ? 700 : false),
    retry: false,
    // A long passage is a large value: it is compared block by block.
    structuralSharing: (older, newer) => sharing(older as LessonView | undefined, newer as LessonView),
  })
  const view = computed(() => query.data.value)

  /** A lesson as it is known here, also after another one was opened. */
  const known = (of: string) => queries.getQueryData<LessonView>(keyOf(of))
  const fetched = (of: string) =>
    queries
      .fetchQuery({ queryKey: keyOf(of), queryFn: () => fetchLesson(of), staleTime: 0 })
      .catch(() => undefined)

  /** Show the lesson as a change has left it; where another one came between, it is fetched anew. */
  async function show(change: LessonChange) {
    // What is on its way from the server may be older than this change.
    await queries.cancelQueries({ queryKey: keyOf(change.id) })
    const before = known(change.id)
    if (before?.revision === change.since) queries.setQueryData(keyOf(change.id), changed(before, change))
    else await fetched(change.id)
  }

  const question = ref<Question>()

  /** Change the lesson in one go; on a stale revision the newer lesson is fetched and the problem shown. */
  let queue: Promise<unknown> = Promise.resolve()
  const attempt = (change: (revision: number) => Promise<LessonChange>) => inTurn(() => attemptNow(change))
  function inTurn(deed: () => Promise<boolean>): Promise<boolean> {
    // One after another: each change is made on the revision that the one before it left.
    sending.value += 1
    const result = queue.then(deed).finally(() => (sending.value -= 1))
    queue = result
    return result
  }

  async function attemptNow(change: (revision: number) => Promise<LessonChange>): Promise<boolean> {
    if (!view.value) return false
    problem.value = undefined
    try {
      await show(await change(view.value.revision))
      return true
    } catch (fault) {
      problem.value = Problem.of(fault)
      if (problem.value.status === 409) await query.refetch()
      return false
    }
  }

  /** Make a change, and make it again until the server has it or refuses it. */
  function send(command: Command): Promise<boolean> {
    const seen = view.value && targetOf(command, view.value.lesson)
    const one: Waiting = { name: newName(), command, seen: JSON.parse(JSON.stringify(seen ?? null)) }
    const of = id.value
    outbox.add(of, one)
    return inTurn(() => deliver(of, one))
  }

  async function deliver(of: string, one: Waiting): Promise<boolean> {
    if (underWay.has(one.name)) return true
    underWay.add(one.name)
    if (problem.value?.title !== NOT_YET) problem.value = undefined
    try {
      return await untilKept(of, one)
    } finally {
      underWay.delete(one.name)
    }
  }

  async function takeUp(of: string, one: Waiting): Promise<boolean> {
    const now = known(of)
    if (!now || underWay.has(one.name)) return true
    if (await isWanted(one, now)) return deliver(of, one)
    outbox.remove(of, one.name)
    return true
  }

  async function untilKept(of: string, one: Waiting): Promise<boolean> {
    for (let before = known(of); before; before = known(of)) {
      const command = onNewest(one.command, one.seen, before.lesson)
      try {
        const body = { revision: before.revision, command, name: one.name }
        const done = await ask(
          client.POST('/api/lessons/{lesson}/commands', { params: { path: { lesson: of } }, body }),
        )
        outbox.remove(of, one.name)
        if (problem.value?.title === NOT_YET) problem.value = undefined
        await show(done)
        return true
      } catch (fault) {
        const found = Problem.of(fault)
        if (isPassing(found.status)) {
          problem.value = notYet(found)
          await new Promise((resolve) => setTimeout(resolve, RETRY_MILLISECONDS))
        } else if (found.status !== 409) {
          outbox.remove(of, one.name)
          problem.value = found
          return false
        } else if (!(await goesOn(of, one, command, before))) {
          // The other window's stands on the screen now.
          outbox.remove(of, one.name)
          return true
        }
      }
    }
    return false
  }

  /** Another window was first: show what it made, and whether this change is made on top of it. */
  async function goesOn(of: string, one: Waiting, command: Command, before: LessonView): Promise<boolean> {
    const now = await fetched(of)
    one.command = command
    one.seen = targetOf(command, before.lesson)
    return !now || (await isWanted(one, now))
  }

  /** Whether a change stays, where somebody else has changed the same meanwhile. */
  async function isWanted(one: Waiting, now: LessonView): Promise<boolean> {
    const stands = targetOf(one.command, now.lesson)
    const clashes = clashesOf(one.command, one.seen, stands)
    if (!clashes.length) return true
    const mine = await new Promise<boolean>((answer) => (question.value = { clashes, answer }))
    question.value = undefined
    one.seen = stands
    return mine
  }

  // What an earlier window could not send.
  watch(
    () => view.value?.id,
    (shown) => {
      for (const one of shown ? outbox.of(shown) : []) void inTurn(() => takeUp(shown!, one))
    },
    { immediate: true },
  )

  /** Say that something of the teacher's is not kept yet, for as long as this is true of a part of the screen. */
  function unkeptWhile(isWaiting: () => boolean) {
    let counted = 0
    const count = (now: boolean) => {
      waiting.value += Number(now) - counted
      counted = Number(now)
    }
    watch(isWaiting, count, { immediate: true, flush: 'sync' })
    onScopeDispose(() => count(false))
  }

  const path = () => ({ path: { lesson: id.value } })
  return {
    id,
    view,
    failed: computed(() => (query.error.value ? Problem.of(query.error.value) : undefined)),
    problem,
    saving,
    /** Whether something is on its way to the server, or waits to be sent. */
    unkept: computed(() => saving.value || waiting.value > 0),
    unkeptWhile,
    refresh: () => query.refetch(),
    dismiss: () => (problem.value = undefined),
    report: (fault: unknown) => (problem.value = Problem.of(fault)),
    activeJob: (kind: string, subject?: string) =>
      view.value?.jobs.find(
        (job) => job.kind === kind && isActive(job) && (!subject || job.subject === subject),
      ),
    lastJob: (kind: string) => view.value?.jobs.find((job) => job.kind === kind),
    attempt,
    send,
    /** What two windows have changed at once, as long as the teacher has not said what stays. */
    question: computed(() => question.value),
    undo: () =>
      attempt((revision) =>
        ask(client.POST('/api/lessons/{lesson}/undo', { params: path(), body: { revision } })),
      ),
    redo: () =>
      attempt((revision) =>
        ask(client.POST('/api/lessons/{lesson}/redo', { params: path(), body: { revision } })),
      ),
  }
}

export type OpenLesson = ReturnType<typeof openLesson>

const KEY: InjectionKey<OpenLesson> = Symbol('lesson')

export const provideLesson = (lesson: OpenLesson) => provide(KEY, lesson)

/** A lesson that is on the screen: its frame shows nothing else before it is there. */
export type ShownLesson = Omit<OpenLesson, 'view'> & { view: ComputedRef<LessonView> }

/** The lesson of the frame this component stands in. */
export function useLesson(): ShownLesson {
  const lesson = inject(KEY)
  if (!lesson) throw new Error('used outside of a lesson')
  // On the way to another lesson, what still stands here shows the one that it had.
  return { ...lesson, view: computed<LessonView>((before) => lesson.view.value ?? before!) }
}
