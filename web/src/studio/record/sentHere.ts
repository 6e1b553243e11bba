/** What the teacher was sent to the desk for from Sync: words to read again, or talk to say again. */
import { computed } from 'vue'
import { useRoute, type LocationQueryRaw } from 'vue-router'
import type { PlaceForTake } from '@/recording/takeRecording'

/** Talk of a take (seconds of take time), and the word that was read before it. */
interface TalkAgain {
  take: string
  start: number
  end: number
  after: string
}

/** What Sync says in the address of the desk. */
export const toSayAgain = ({ take, start, end, after }: TalkAgain): LocationQueryRaw => ({
  talk: take,
  start: String(start),
  end: String(end),
  after,
})
export const toReadAgain = (first: string, last: string): LocationQueryRaw => ({ first, last })

export function useSentHere() {
  const { query } = useRoute()
  const text = (name: string) => (typeof query[name] === 'string' ? query[name] : '')
  return {
    /** The first and the last word that are to be read again. */
    words: computed(() => (text('first') ? { first: text('first'), last: text('last') } : undefined)),
    /** The place of the talk that is to be said again, and the word after which it is said. */
    talk: computed(() => {
      const [start, end] = [Number(text('start')), Number(text('end'))]
      if (!text('talk') || !(end > start)) return undefined
      const place: PlaceForTake = { take: text('talk'), start, end, first: '', last: '' }
      return { place, after: text('after') }
    }),
  }
}
