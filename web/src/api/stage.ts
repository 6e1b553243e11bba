import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { computed, ref, watch, type Ref } from 'vue'
import { ask, client, Problem, type Schemas } from './client'
import { JUST_ASKED } from './fresh'
import { patched } from './patch'

type Stage = Schemas['Stage']
type Version = Schemas['FilmVersion']

/** Milliseconds between two times at the most. */
const LONGEST_WAIT = 8000

/** No way there, or too much to do there: it may well go the next time. A fault of our own comes again. */
const isPassing = ({ unanswered, status }: Problem) => unanswered || status >= 500

/** The stage that an answer stands for, for somebody who has `before`. */
export function stageFrom(answer: Schemas['StageChange'], before: Stage | undefined): Stage | undefined {
  if (answer.whole) return answer.whole
  return before && { ...patched(before, answer.changes), key: answer.key }
}

/** A stage as the server has it now; of somebody who has `before`, only what changed of it is fetched. */
async function fetchStage(lesson: string, take: string, film?: Version, before?: Stage): Promise<Stage> {
  const get = (since: string) =>
    ask(
      client.GET('/api/lessons/{lesson}/stage', {
        params: { path: { lesson }, query: { take, since, film } },
      }),
    )
  return stageFrom(await get(before?.key ?? ''), before) ?? stageFrom(await get(''), undefined)!
}

/** The stage of a lesson as it is known up to somewhere, of one of its films, or of one take as it was recorded. */
export const stageQuery = (
  lesson: string,
  known: unknown,
  take = '',
  film?: Version,
  before?: () => Stage | undefined,
) => ({
  queryKey: ['stage', lesson, known, take, film],
  queryFn: () => fetchStage(lesson, take, film, before?.()),
  staleTime: JUST_ASKED,
  structuralSharing: false as const,
})

/** Layout and cue sheet of a lesson at a revision, of one of its films, or of one take as it was recorded; large, so only while `wanted`.
 * Once it is here, only what changed of it is fetched. */
export function useStage(
  lesson: Ref<string>,
  revision: Ref<unknown>,
  take?: Ref<string>,
  wanted: Ref<boolean> = ref(true),
  film?: Ref<Version | undefined>,
) {
  let last: { lesson: string; stage: Stage } | undefined
  const before = (of: string) => () => (last?.lesson === of ? last.stage : undefined)
  const asked = computed(() =>
    stageQuery(lesson.value, revision.value, take?.value, film?.value, before(lesson.value)),
  )
  const query = useQuery(
    computed(() => ({
      ...asked.value,
      enabled: wanted.value,
      placeholderData: keepPreviousData<Stage>,
      // What found no way is asked for again until it finds one: an older stage would be shown in silence. What is
      // not there is not.
      retry: (_: number, fault: unknown) => isPassing(Problem.of(fault)),
      retryDelay: (count: number) => Math.min(1000 * 2 ** count, LONGEST_WAIT),
    })),
  )
  watch(
    [query.data, query.isPlaceholderData],
    ([stage, older]) => {
      if (stage && !older) last = { lesson: lesson.value, stage }
    },
    { immediate: true, flush: 'sync' },
  )
  return computed(() => query.data.value)
}
