/** Changes that are not kept yet, held in this browser until they are: a closed window does not lose them. */
import type { Command } from './client'

export interface Waiting {
  /** The name of this change: the server makes it once, however often it is sent. */
  name: string
  command: Command
  /** What it is about, as it stood when it was made. */
  seen: unknown
}

const keyOf = (lesson: string) => `word-trail.unkept.${lesson}`

function all(lesson: string): Waiting[] {
  try {
    return JSON.parse(localStorage.getItem(keyOf(lesson)) ?? '[]') as Waiting[]
  } catch {
    return []
  }
}

function write(lesson: string, waiting: readonly Waiting[]) {
  try {
    if (waiting.length) localStorage.setItem(keyOf(lesson), JSON.stringify(waiting))
    else localStorage.removeItem(keyOf(lesson))
  } catch {
    // A browser without room, or that keeps nothing: then it is in this window alone.
  }
}

export const outbox = {
  /** In the order in which they were made. */
  of: all,
  add: (lesson: string, one: Waiting) => write(lesson, [...all(lesson), one]),
  remove: (lesson: string, name: string) =>
    write(
      lesson,
      all(lesson).filter((one) => one.name !== name),
    ),
}
