/** The four films of a lesson: what they are called, and what the server says of them. */
import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { ask, client, type Schemas } from '@/api/client'
import { useLesson } from '@/api/lesson'

export type Version = Schemas['FilmVersion']
export type Choices = Schemas['FilmChoices']
/** What is chosen anew; the rest stays. */
export type Change = Omit<Schemas['ChooseFilmsInput'], 'kind'>
export type Made = Schemas['MadeFilm']

export const FILMS: readonly { version: Version; name: string; does: string }[] = [
  {
    version: 'listen',
    name: 'Listen',
    does: 'Your voice as you read it. Questions are seen and thought over.',
  },
  {
    version: 'echo',
    name: 'Echo',
    does: 'The light goes over it again, silent, for the class to say it back.',
  },
  {
    version: 'together',
    name: 'Together',
    does: 'Slower, counted in, with the light a little ahead of the voice.',
  },
  {
    version: 'alone',
    name: 'On your own',
    does: 'Students read by the light. You are heard at the questions only.',
  },
]

export const nameOf = (version: string) => FILMS.find((one) => one.version === version)?.name ?? version

/** The four films as they would be made now, and those that were made. */
export function useFilms() {
  const lesson = useLesson()
  const query = useQuery({
    queryKey: computed(() => [
      'films',
      lesson.id.value,
      lesson.view.value.revision,
      lesson.view.value.take_in_use,
      lesson.view.value.jobs
        .filter((job) => job.kind === 'video')
        .map((job) => job.state)
        .join(),
    ]),
    queryFn: () =>
      ask(client.GET('/api/lessons/{lesson}/films', { params: { path: { lesson: lesson.id.value } } })),
    placeholderData: keepPreviousData,
    retry: 1,
  })
  const films = computed(() => query.data.value)
  const newest = (version: Version) =>
    (films.value?.made ?? []).filter((one) => one.version === version).sort((a, b) => b.made_at - a.made_at)
  return {
    films,
    planned: (version: Version) => films.value?.planned.find((one) => one.version === version),
    /** What was made of a film in the shape that is chosen, the newest first. */
    made: (version: Version) =>
      newest(version).filter((one) => one.shape === lesson.view.value.lesson.films.shape),
    /** What was made of a film, those of the chosen shape first. */
    files: (version: Version) => {
      const chosen = (one: Made) => Number(one.shape !== lesson.view.value.lesson.films.shape)
      return newest(version).sort((a, b) => chosen(a) - chosen(b))
    },
  }
}

/** The film that a job makes. */
export function filmOf(job: Schemas['Job']): { version: string; kind: string } {
  const [version = '', kind = ''] = (job.subject.split(':')[1] ?? '').split('.')
  return { version, kind }
}
