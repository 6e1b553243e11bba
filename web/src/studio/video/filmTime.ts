/** A film's own time: the lesson's, with the seconds in which it stands still. */
import type { Schemas } from '@/api/client'

type Hold = Omit<Schemas['HoldInFilm'], 'signal'>

/** Where a film is: at lesson time `time`, and for how many seconds it has stood at `gate`, if it does. */
export interface Place {
  time: number
  gate: string
  waited: number
}

/** Lesson time, with the gates that were passed → film time. */
export function filmTime(holds: readonly Hold[], place: Place, passed: ReadonlySet<string>): number {
  const here = holds.find((one) => one.pause === place.gate)
  if (here) return Math.min(here.start + place.waited, here.end)
  const last = holds.findLast((one) => passed.has(one.pause))
  return place.time + (last ? last.end - last.at : 0)
}

/** Film time → the place there. */
export function placeAt(holds: readonly Hold[], at: number): Place {
  const here = holds.find((one) => one.start <= at && at < one.end)
  if (here) return { time: here.at, gate: here.pause, waited: at - here.start }
  const last = holds.findLast((one) => one.end <= at)
  return { time: at - (last ? last.end - last.at : 0), gate: '', waited: 0 }
}
