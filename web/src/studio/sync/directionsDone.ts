/** What the teacher did on the stage in a take, and what is changed of it afterwards. */
import { computed, type Ref } from 'vue'
import type { OpenLesson } from '@/api/lesson'
import type { Schemas } from '@/api/client'
import { stripDirections, type Doing } from './stripDirections'

export function useDirections(
  take: Readonly<Ref<string>>,
  lesson: { view: Readonly<Ref<Schemas['LessonView']>>; send: OpenLesson['send'] },
  possible: Readonly<Ref<Doing[]>>,
  words: Readonly<Ref<ReadonlyMap<string, string>>>,
) {
  const all = computed(() => lesson.view.value.lesson.directions)
  const done = computed(() => stripDirections(all.value, take.value, possible.value, words.value))
  const of = (id: string): Schemas['Direction'] | undefined => all.value.find((one) => one.id === id)

  return {
    done,
    of,
    /** It happens at another moment (seconds of take time). */
    move(id: string, at: number) {
      const direction = of(id)
      if (!direction) return
      void lesson.send({ kind: 'keep direction', direction: { ...direction, at: Math.max(0, at) } })
    },
    /** Something happens at this moment. */
    add({ deed, target }: Doing, at: number) {
      const direction = { id: '', take: take.value, at, deed, target, part: 0 }
      void lesson.send({ kind: 'keep direction', direction })
    },
  }
}
