import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { computed, ref, type Ref } from 'vue'
import { ask, client, Problem, type Schemas } from './client'
import { patched } from './patch'

type Stage = Schemas['Stage']

const isPassing = (status: number) => status === 0 || status >= 500

/** The stage that an answer stands for, for somebody who has `before`. */
export function stageFrom(answer: Schemas['StageChange'], before: Stage | undefined): Stage | undefined {
  if (answer.whole) return answer.whole
  return before && { ...patched(before, answer.changes), key: answer.key }
}

/** Layout and cue sheet of a lesson at a revision, of one of its films, or of one take as it was recorded; large, so only while `wanted`.
 * Once it is here, only what changed of it is fetched. */
export function useStage(
  lesson: Ref<string>,
  revision: Ref<unknown>,
  take?: Ref<string>,
  wanted: Ref<boolean> = ref(true),
  film?: Ref<Schemas['FilmVersion'] | undefined>,
) {
  let last: { lesson: string; stage: Stage } | undefined

  async function fetchStage(id: string, heard: string, version?: Schemas['FilmVersion']): Promise<Stage> {
    const before = last?.lesson === id ? last.stage : undefined
    const query = { take: heard, since: before?.key ?? '', film: version }
    const get = (since: string) =>
      ask(
        client.GET('/api/lessons/{lesson}/stage', {
          params: { path: { lesson: id }, query: { ...query, since } },
        }),
      )
    const stage = stageFrom(await get(query.since), before) ?? stageFrom(await get(''), undefined)!
    last = { lesson: id, stage }
    return stage
  }

  const query = useQuery({
    enabled: wanted,
    shallow: true,
    structuralSharing: false,
    queryKey: computed(() => ['stage', lesson.value, revision.value, take?.value ?? '', film?.value]),
    queryFn: () => fetchStage(lesson.value, take?.value ?? '', film?.value),
    placeholderData: keepPreviousData,
    // What found no way is asked for again; what is not there is not.
    retry: (count, fault) => count < 2 && isPassing(Problem.of(fault).status),
  })
  return computed(() => query.data.value)
}
