/** The lesson as a way at the foot of the desk: how long each place is, and where one is on it. */
import type { GuidePlace } from '../guidePlaces'

/** Words that a place counts for at the least: a question without words takes its time too. */
const LEAST = 6

export interface DeskTrail {
  /** Share of the way (0 to 1) at which each place begins. */
  starts: number[]
  /** Share of the way to a word of a place; its beginning where it has no such word. */
  at: (place: number, word: string) => number
}

export function deskTrail(places: readonly GuidePlace[]): DeskTrail {
  const lengths = places.map((one) => Math.max(LEAST, one.words.length))
  const whole = lengths.reduce((sum, one) => sum + one, 0) || 1
  let sum = 0
  const starts = lengths.map((length) => (sum += length) - length).map((one) => one / whole)
  return {
    starts,
    at(place, word) {
      const words = places[place]?.words ?? []
      const here = words.findIndex((one) => one.id === word)
      const along = here < 0 ? 0 : (here + 1) / words.length
      return (starts[place] ?? 0) + (along * (lengths[place] ?? 0)) / whole
    },
  }
}
