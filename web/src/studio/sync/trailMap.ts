/** A whole take at a glance: time to the right, the passage from top to bottom. */
import type { Schemas } from '@/api/client'

export interface Leg {
  /** Words read on without going back: seconds, and the place in the passage from 0 to 1. */
  points: { at: number; place: number }[]
}

export interface TrailMapShape {
  seconds: number
  legs: Leg[]
  talk: { start: number; end: number; heard: string }[]
  slips: { at: number; place: number; text: string }[]
  unsure: { at: number; place: number; text: string }[]
  unread: { from: number; to: number }[]
}

/** `order` gives the place of each word in the passage. */
export function trailMap(view: Schemas['TrailView'], order: ReadonlyMap<string, number>): TrailMapShape {
  const trail = view.trail
  const last = Math.max(1, order.size - 1)
  const placeOf = (word: string) => (order.get(word) ?? 0) / last
  const legs = view.legs.map(({ first, last: until }) => ({
    points: trail.visits.slice(first, until + 1).flatMap((visit) => [
      { at: visit.start, place: placeOf(visit.word) },
      { at: visit.end, place: placeOf(visit.word) },
    ]),
  }))
  const slipped = new Set(trail.slips.map((slip) => `${slip.word}@${slip.start}`))
  const unread: { from: number; to: number }[] = []
  for (const word of trail.unread) {
    const here = order.get(word) ?? 0
    const run = unread[unread.length - 1]
    if (run && here - run.to * last < 1.5) run.to = here / last
    else unread.push({ from: here / last, to: here / last })
  }
  return {
    seconds: trail.seconds || 1,
    legs,
    talk: trail.asides.map(({ start, end, heard }) => ({ start, end, heard: heard })),
    slips: trail.slips.map((slip) => ({ at: slip.start, place: placeOf(slip.word), text: slip.kind })),
    unsure: view.checks
      .filter((check) => !slipped.has(`${check.word}@${check.start}`))
      .map((check) => ({ at: check.start, place: placeOf(check.word), text: check.why })),
    unread,
  }
}
