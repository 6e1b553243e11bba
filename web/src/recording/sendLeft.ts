/** Sends what was left behind by a window that was closed, or a browser that crashed, while a take was recorded. */
import { ask, client, Problem } from '@/api/client'
import { isFinal, putPiece } from './recorder'
import { dropPiece, eventsLeft, forgetTake, piecesLeft, type StoredPiece } from './storedPieces'

/** Send all that is left; the takes (ids) to which something was added. A take that is recorded in another window just
 * now gets its pieces from there: the server keeps each once. */
export async function sendLeft(): Promise<string[]> {
  const byTake = new Map<string, StoredPiece[]>()
  for (const piece of await piecesLeft()) byTake.set(piece.take, [...(byTake.get(piece.take) ?? []), piece])
  const added: string[] = []
  for (const [take, pieces] of byTake) {
    try {
      for (const { number, sound } of pieces) {
        await putPiece(take, number, sound)
        await dropPiece(take, number)
      }
      const events = await eventsLeft(take)
      if (events.length)
        await ask(
          client.POST('/api/takes/{take}/events', { params: { path: { take } }, body: { first: 0, events } }),
        )
      added.push(take)
    } catch (fault) {
      // A take that was finished or deleted takes nothing more, now or later.
      if (isFinal(Problem.of(fault).status)) await forgetTake(take)
    }
  }
  return added
}
