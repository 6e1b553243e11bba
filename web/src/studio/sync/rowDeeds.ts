/** What the rows of a take offer: something to do about it, and something else. */
import type { Ref } from 'vue'
import type { ShownLesson } from '@/api/lesson'
import type { useNamings } from './namings'
import type { Missing, useReadHere } from './readHere'
import type { useShorter } from './shorter'
import type { Row } from './syncRows'

interface In {
  take: Readonly<Ref<string>>
  lesson: ShownLesson
  shorter: ReturnType<typeof useShorter>
  namings: ReturnType<typeof useNamings>
  byHand: ReturnType<typeof useReadHere>
  wasRead: (missed: Missing) => void
}

export function useRowDeeds({ take, lesson, shorter, namings, byHand, wasRead }: In) {
  const stretch = ({ start, end }: Row) => ({ take: take.value, start, end })

  /** What a row offers. */
  function doOffered(row: Row): void {
    switch (row.kind) {
      case 'offer':
        return namings.settle(row.offer)
      case 'made':
        return void lesson.send(row.undo)
      case 'cut offer':
        return void shorter.cutOut([row.offered])
      case 'talk':
        return void shorter.cutStretch(row.start, row.end, 'talk')
      case 'unheard':
        if (row.again) void lesson.send({ kind: 'put reading back', again: row.again })
        else if (row.instead) void lesson.send({ kind: 'put stretch back', stretch: row.instead })
        else if (row.cut) void shorter.putBack([row.cut])
        return
      default:
        if ('missed' in row && row.missed) wasRead(row.missed)
    }
  }

  /** What else it offers. */
  function doOther(row: Row): void {
    if (row.kind === 'talk') void lesson.send({ kind: 'light again', ...stretch(row) })
    else if (row.kind === 'cut offer') void lesson.send({ kind: 'settle stretch', ...stretch(row) })
    else if ('missed' in row && row.missed) void byHand.leave(row.missed.words)
  }
  return { doOffered, doOther }
}
