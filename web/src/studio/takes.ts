import { ask, client, type Schemas, type Take } from '@/api/client'
import type { ShownLesson } from '@/api/lesson'

/** What can be done with a lesson's takes. */
export function useTakes(lesson: ShownLesson) {
  async function done(request: Promise<unknown>) {
    try {
      await request
    } catch (fault) {
      lesson.report(fault)
    }
    await lesson.refresh()
  }
  const path = (take: Take) => ({ params: { path: { take: take.id } } })
  return {
    /** Make the lesson of this take. */
    use: async (take: Take) => {
      await lesson.send({ kind: 'choose take', take: take.id })
      await lesson.refresh()
    },
    setAside: (take: Take) => done(ask(client.POST('/api/takes/{take}/set-aside', path(take)))),
    keepBrokenOff: (take: Take) => done(ask(client.POST('/api/takes/{take}/finish', path(take)))),
    findWords: (take: Take) => done(ask(client.POST('/api/takes/{take}/align', path(take)))),
    rename: (take: Take, name: string) =>
      done(ask(client.POST('/api/takes/{take}/name', { ...path(take), body: { name } }))),
    remove: (take: Take) => done(ask(client.DELETE('/api/takes/{take}', path(take)))),
  }
}

/** Where the copy of a take that is listened to is found, with what is done to its sound. */
export function soundOfTake(lesson: Schemas['Lesson'], take: string): string {
  const care = lesson.sound_cares.find((one) => one.take === take)
  const done = care ? `?less_noise=${care.less_noise}&even=${care.even}` : ''
  return `/api/takes/${take}/sound${done}`
}

/** What a take is called: by its own name, else by its number. */
export const takeName = (take: Pick<Take, 'name' | 'number'>) => take.name || `Take ${take.number}`

/** "You read 12 of 172 words." */
export const whatWasRead = (take: Take) =>
  take.words
    ? `You read ${take.words_read === take.words ? 'all' : `${take.words_read.toLocaleString('en')} of`} ${take.words.toLocaleString('en')} words.`
    : 'It has no passage to read.'
