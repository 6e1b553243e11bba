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
import { ask, client, Problem, type Command, type Job, type LessonChange, type LessonView } from './client'
import { patched } from './patch'
import { sharing } from './sharing'

/** A lesson with what a change made of it. */
export function changed(view: LessonView, change: LessonChange): LessonView {
  const { changes, take_in_use: used, revision, undo, redo, waypoints, next, video } = change
  const takes = view.takes.map((take) =>
    take.in_use === (take.id === used) ? take : { ...take, in_use: take.id === used },
  )
  const lesson = patched(view.lesson, changes)
  return { ...view, lesson, revision, undo, redo, waypoints, next, video, takes, take_in_use: used }
}

const isActive = (job: Job) => job.state === 'waiting' || job.state === 'running'

/** A lesson on the screen: what is kept of it, and the ways to change it. */
export function openLesson(id: Ref<string>) {
  const queries = useQueryClient()
  const problem = ref<Problem>()
  const sending = ref(0)
  const saving = computed(() => sending.value > 0)
  const waiting = ref(0)
  const key = computed(() => ['lesson', id.value])
  const query = useQuery({
    queryKey: key,
    queryFn: () => ask(client.GET('/api/lessons/{lesson}', { params: { path: { lesson: id.value } } })),
    refetchInterval: (state) => (state.state.data?.jobs.some(isActive) ? 700 : false),
    retry: false,
    // A long passage is a large value: it is replaced as a whole, never changed inside, and compared block by block.
    shallow: true,
    structuralSharing: (older, newer) => sharing(older as LessonView | undefined, newer as LessonView),
  })
  const view = computed(() => query.data.value)

  /** Show the lesson as a change has left it; where another one came between, it is fetched anew. */
  async function show(change: LessonChange) {
    // What is on its way from the server may be older than this change.
    await queries.cancelQueries({ queryKey: key.value })
    const before = view.value
    if (before?.id === change.id && before.revision === change.since)
      queries.setQueryData(key.value, changed(before, change))
    else await query.refetch()
  }

  /** Change the lesson; on a stale revision the newer lesson is fetched and the problem shown. */
  let queue: Promise<unknown> = Promise.resolve()
  function attempt(change: (revision: number) => Promise<LessonChange>): Promise<boolean> {
    // One after another: each change is made on the revision that the one before it left.
    sending.value += 1
    const result = queue.then(() => attemptNow(change)).finally(() => (sending.value -= 1))
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
    send: (command: Command) =>
      attempt((revision) =>
        ask(client.POST('/api/lessons/{lesson}/commands', { params: path(), body: { revision, command } })),
      ),
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
