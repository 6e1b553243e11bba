/** What of a lesson a change is about, and how one that was made on an older state is put on a newer one. */
import type { Command, Schemas } from './client'

type Lesson = Schemas['Lesson']
type Value = Record<string, unknown>
type Three = [unknown[], unknown[], unknown[]]

const same = (one: unknown, other: unknown) => JSON.stringify(one) === JSON.stringify(other)
const isValue = (one: unknown): one is Value => typeof one === 'object' && one !== null && !Array.isArray(one)

const pagesOf = (lesson: Lesson) => lesson.passages.flatMap((passage) => passage.pages)
const blockOf = (lesson: Lesson, id: string) =>
  pagesOf(lesson)
    .flatMap((page) => page.blocks)
    .find((block) => block.id === id)

/** Everything of a lesson that has an id. */
function withId(lesson: Lesson, id: string): object | undefined {
  const { plan } = lesson
  const all: readonly (readonly { id: string }[])[] = [
    lesson.marks,
    lesson.pause_points,
    plan.cards,
    plan.organizers,
    plan.readings,
    lesson.passages,
    pagesOf(lesson),
  ]
  for (const some of all) {
    const found = some.find((one) => one.id === id)
    if (found) return found
  }
  return blockOf(lesson, id)
}

/** The values that a command puts in the place of others: what it holds, and what stands there now. */
function whole(
  command: Command,
  lesson: Lesson,
): { field: string; wanted: object; now: unknown } | undefined {
  switch (command.kind) {
    case 'keep mark':
      return { field: 'mark', wanted: command.mark, now: withId(lesson, command.mark.id) }
    case 'keep point':
      return { field: 'point', wanted: command.point, now: withId(lesson, command.point.id) }
    case 'keep card':
      return { field: 'card', wanted: command.card, now: withId(lesson, command.card.id) }
    case 'keep organizer':
      return { field: 'organizer', wanted: command.organizer, now: withId(lesson, command.organizer.id) }
    case 'keep reading':
      return { field: 'reading', wanted: command.reading, now: withId(lesson, command.reading.id) }
    case 'set opening':
      return { field: 'opening', wanted: command.opening, now: lesson.plan.opening }
    case 'set closing':
      return { field: 'closing', wanted: command.closing, now: lesson.plan.closing }
    case 'set look':
      return { field: 'look', wanted: command.look, now: lesson.look }
    case 'set legend':
      return { field: 'legend', wanted: command.legend, now: lesson.legend }
  }
  return undefined
}

/** The fields of its own with which a command changes something. */
function fields(command: Command): readonly string[] {
  if (command.kind === 'edit block') return ['text', 'emphasis']
  if (command.kind === 'set pace') return ['words_per_minute']
  if (command.kind === 'set credits')
    return ['title', 'author', 'illustrator', 'source', 'permission', 'permission_kind']
  return []
}

const picked = (value: object, names: readonly string[]): Value =>
  Object.fromEntries(names.map((name) => [name, (value as Value)[name]]))

/** What a change is about, as it stands in a lesson; undefined when there is nothing (any more). */
export function targetOf(command: Command, lesson: Lesson): unknown {
  const found = whole(command, lesson)
  if (found) return found.now
  const about = command as { block?: string; id?: string; page?: string; passage?: string }
  const id = about.block ?? about.id ?? about.page ?? about.passage
  const own = fields(command)
  const target = command.kind === 'set pace' ? lesson : id === undefined ? undefined : withId(lesson, id)
  return target && own.length ? picked(target, own) : target
}

/** A value that was made of `seen`, made of `now` instead: what was changed by hand is as it was `wanted`, all else as
 * it is now. */
export function rebased<T>(seen: T, wanted: T, now: T): T {
  if (same(seen, wanted)) return now
  if (same(seen, now)) return wanted
  if (isValue(seen) && isValue(wanted) && isValue(now)) {
    const names = [...new Set([...Object.keys(wanted), ...Object.keys(now)])]
    return Object.fromEntries(
      names
        .map((name) => [name, rebased(seen[name], wanted[name], now[name])] as const)
        .filter(([, value]) => value !== undefined),
    ) as unknown as T
  }
  if (Array.isArray(seen) && Array.isArray(wanted) && Array.isArray(now)) {
    const [before, hand, after]: Three = [seen, wanted, now]
    if (before.length === hand.length && hand.length === after.length)
      return hand.map((one, n) => rebased(before[n], one, after[n])) as unknown as T
  }
  return wanted
}

/** Two values for one thing. */
export interface Clash {
  mine: string
  theirs: string
}

/** Where two hands changed the same thing of `seen` to something else. */
export function clashes(seen: unknown, wanted: unknown, now: unknown): Clash[] {
  if (same(seen, wanted) || same(seen, now) || same(wanted, now)) return []
  if (isValue(seen) && isValue(wanted) && isValue(now))
    return Object.keys(wanted).flatMap((name) => clashes(seen[name], wanted[name], now[name]))
  if (Array.isArray(seen) && Array.isArray(wanted) && Array.isArray(now)) {
    const [before, hand, after]: Three = [seen, wanted, now]
    if (before.length === hand.length && hand.length === after.length)
      return hand.flatMap((one, n) => clashes(before[n], one, after[n]))
  }
  return [{ mine: shown(wanted), theirs: shown(now) }]
}

function shown(value: unknown): string {
  if (typeof value === 'string') return value
  if (Array.isArray(value)) return value.map(shown).filter(Boolean).join('\n')
  if (isValue(value)) return Object.values(value).map(shown).filter(Boolean).join('\n')
  return typeof value === 'number' ? String(value) : ''
}

/** The command on the lesson as it is now; `seen` is what it was about when it was made. */
export function onNewest(command: Command, seen: unknown, lesson: Lesson): Command {
  const found = whole(command, lesson)
  if (found && seen && found.now) return { ...command, [found.field]: rebased(seen, found.wanted, found.now) }
  const own = fields(command)
  const now = targetOf(command, lesson)
  if (own.length && seen && now) {
    const wanted = picked(command, own)
    const merged = rebased<unknown>(seen, wanted, now) as object
    return { ...command, ...merged }
  }
  return command
}

/** Where a change, made when its target was `seen`, and somebody else's, which made it what it is `now`, are about the
 * same. What is not there any more, or was changed while this one removes or parts it, is a clash as a whole. */
export function clashesOf(command: Command, seen: unknown, now: unknown): Clash[] {
  if (same(seen, now)) return []
  const own = fields(command)
  // Where two texts clash, what is bold in them says nothing.
  const words = own.filter((name) => name !== 'emphasis')
  const held = whole(command, EMPTY)?.wanted ?? (own.length ? picked(command, words) : undefined)
  if (held && now) return clashes(seen, held, now)
  return [{ mine: held ? shown(held) : '', theirs: now ? shown(now) : '' }]
}

/** A lesson without anything: only what a command holds is asked for. */
const EMPTY = {
  passages: [],
  marks: [],
  pause_points: [],
  legend: [],
  look: {},
  plan: { cards: [], organizers: [], readings: [], opening: {}, closing: {} },
} as unknown as Lesson
