/** What Sync shows of a take: its stage in take time, its trail, and the heights of its sound. */
import { ask, client, type LessonView } from './client'
import { JUST_ASKED } from './fresh'
import { isActive } from './jobs'

/** Up to where a lesson and its trails are known: its revision, and its newest search for words, under way or over. */
export function knownUpTo({ revision, jobs }: Pick<LessonView, 'revision' | 'jobs'>) {
  const search = jobs.find((job) => job.kind === 'align')
  return [revision, search ? `${search.id}${isActive(search) ? '' : ', over'}` : '']
}

/** The take that is looked at before another one was asked for: one that waits to be used, else the lesson's. */
export const takeAtFirst = ({ takes, take_in_use }: Pick<LessonView, 'takes' | 'take_in_use'>) =>
  takes.findLast((one) => one.asks) ?? takes.find((one) => one.id === take_in_use)

/** The trail of a take, as it is known up to somewhere. */
export const trailQuery = (lesson: string, take: string, known: unknown) => ({
  queryKey: ['trail', lesson, take, known],
  queryFn: () =>
    ask(client.GET('/api/lessons/{lesson}/trail', { params: { path: { lesson }, query: { take } } })),
  staleTime: JUST_ASKED,
  retry: false,
})

/** The heights of a take's sound, as bytes. */
export const peaksQuery = (take: string) => ({
  queryKey: ['peaks', take],
  queryFn: async () => new Uint8Array(await (await fetch(`/api/takes/${take}/peaks`)).arrayBuffer()),
  staleTime: Infinity,
})
