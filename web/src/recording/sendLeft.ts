/** Sends what was left behind by a window that was closed, or a browser that crashed, while a take was recorded. */
import { ask, client, Problem } from '@/api/client'
import { putPiece } from './pieceSender'
import { dropPiece, eventsLeft, forgetTake, piecesLeft, type StoredPiece, type Track } from './storedPieces'

/** The answers of a server to which a take is deleted, or finished. */
const OVER = [404, 422]
const TOO_LARGE = 413

/** Milliseconds after which what could not be sent is tried again. */
const AGAIN_AFTER = 3000

/** Send all that is left, as often as it takes; whether there was anything. A take that is recorded in another window
 * just now gets its pieces from there: the server keeps each once. */
export async function sendAllLeft(): Promise<boolean> {
  let added = false
  for (;;) {
    const sent = await sendLeft()
    added ||= sent.added
    if (sent.whole) return added
    await new Promise((resolve) => setTimeout(resolve, AGAIN_AFTER))
  }
}

/** Send what is left, once: whether something was added to a take, and whether that was all of it. */
async function sendLeft(): Promise<{ added: boolean; whole: boolean }> {
  const byTake = new Map<string, StoredPiece[]>()
  for (const piece of await piecesLeft()) byTake.set(piece.take, [...(byTake.get(piece.take) ?? []), piece])
  let added = false
  let whole = true
  for (const [take, pieces] of byTake) {
    try {
      // The sound first, with what happened: whatever becomes of the picture, they are there then.
      await sendTrack(take, 'sound', pieces)
      const events = await eventsLeft(take)
      if (events.length)
        await ask(
          client.POST('/api/takes/{take}/events', { params: { path: { take } }, body: { first: 0, events } }),
        )
      await sendTrack(take, 'camera', pieces)
      added = true
    } catch (fault) {
      const { status, expected } = Problem.of(fault)
      // A take that was finished or deleted takes nothing more, now or later.
      if (OVER.includes(status)) await forgetTake(take)
      // Where the server has lost what came before, or has no room for more of it, the rest waits here.
      else whole &&= expected !== undefined || status === TOO_LARGE
    }
  }
  return { added, whole }
}

async function sendTrack(take: string, track: Track, pieces: readonly StoredPiece[]): Promise<void> {
  for (const { number, piece } of pieces.filter((one) => one.track === track)) {
    await putPiece(take, track, number, piece)
    await dropPiece(take, track, number)
  }
}
