import { computed, type Ref } from 'vue'
import type { Schemas } from '@/api/client'
import type { OpenLesson } from '@/api/lesson'

type Named = Schemas['Named']

const OFFERED: Record<string, string> = { turn: 'Turn there', show: 'Show it', closer: 'Come closer' }
const FOLLOWED: Record<string, string> = { turn: 'The stage turns there', show: 'The stage shows it' }

/** What is said of something that was named in talk, and the deed that its button does. */
export const sentenceOf = (named: Named) =>
  `You name “${named.said}” here` + (named.instead ? `. ${FOLLOWED[named.deed] ?? 'The stage follows'}.` : '')
export const deedOf = (named: Named) => (named.instead ? 'Not here' : (OFFERED[named.deed] ?? 'Do it'))

/** What was named in talk: with one key the stage follows it, or does not where it would by itself. */
export function useNamings(
  take: Readonly<Ref<string>>,
  lesson: Pick<OpenLesson, 'send'>,
  all: Readonly<Ref<readonly Named[]>>,
  time: Readonly<Ref<number>>,
) {
  const offers = computed(() => all.value.filter((one) => !one.instead))

  function settle({ at, deed, target, instead }: Named) {
    const done = instead ? { deed: 'turn' as const, target: instead } : { deed, target }
    void lesson.send({
      kind: 'keep direction',
      direction: { id: '', take: take.value, at, part: 0, ...done },
    })
  }
  /** Take the offer that comes next. */
  function takeNext() {
    const next = offers.value.find((one) => one.at >= time.value - 1) ?? offers.value[0]
    if (next) settle(next)
  }
  return { settle, takeNext }
}
