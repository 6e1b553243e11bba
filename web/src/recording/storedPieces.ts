/**
 * What of a take is not on the server yet, in the browser's own database: it is there after a reload or a crash, and
 * follows when the way is free again. Where there is no such database (private windows), nothing is kept here.
 */
import type { TakeEvent } from './recorder'

const NAME = 'word-trail-takes'
/** The pieces of before there were cameras: they were sound, by take and number. */
const FIRST_PIECES = 'pieces'
const PIECES = 'pieces of tracks'
const EVENTS = 'events'

/** What is recorded of a take side by side, each in pieces of its own. */
export type Track = 'sound' | 'camera'

export interface StoredPiece {
  take: string
  track: Track
  number: number
  piece: Blob
}

let opened: Promise<IDBDatabase | undefined> | undefined

function database(): Promise<IDBDatabase | undefined> {
  opened ??= new Promise((resolve) => {
    if (typeof indexedDB === 'undefined') return resolve(undefined)
    const asked = indexedDB.open(NAME, 2)
    asked.onupgradeneeded = () => {
      const { objectStoreNames: stores } = asked.result
      const pieces = asked.result.createObjectStore(PIECES, { keyPath: ['take', 'track', 'number'] })
      if (!stores.contains(EVENTS)) asked.result.createObjectStore(EVENTS, { keyPath: 'take' })
      if (stores.contains(FIRST_PIECES)) {
        const first = asked.transaction!.objectStore(FIRST_PIECES).getAll()
        first.onsuccess = () => {
          for (const { take, number, sound } of first.result as {
            take: string
            number: number
            sound: Blob
          }[])
            pieces.put({ take, track: 'sound', number, piece: sound })
          asked.result.deleteObjectStore(FIRST_PIECES)
        }
      }
    }
    asked.onsuccess = () => resolve(asked.result)
    asked.onerror = () => resolve(undefined)
  })
  return opened
}

/** Do something in a store; nothing where it cannot be done: the take itself goes on all the same. */
async function within<Result>(
  store: string,
  mode: IDBTransactionMode,
  act: (store: IDBObjectStore) => IDBRequest<Result>,
): Promise<Result | undefined> {
  const open = await database()
  if (!open) return undefined
  return new Promise((resolve) => {
    try {
      const asked = act(open.transaction(store, mode).objectStore(store))
      asked.onsuccess = () => resolve(asked.result)
      asked.onerror = () => resolve(undefined)
    } catch {
      resolve(undefined)
    }
  })
}

/** Keep a piece until the server has it. */
export const storePiece = (piece: StoredPiece) => within(PIECES, 'readwrite', (store) => store.put(piece))

/** The server has this piece. */
export const dropPiece = (take: string, track: Track, number: number) =>
  within(PIECES, 'readwrite', (store) => store.delete([take, track, number]))

/** Keep all that happened in a take so far. */
export const storeEvents = (take: string, events: readonly TakeEvent[]) =>
  within(EVENTS, 'readwrite', (store) => store.put({ take, events }))

/** All pieces that are still here, in the order of takes, tracks and numbers. */
export const piecesLeft = async () =>
  ((await within(PIECES, 'readonly', (store) => store.getAll())) ?? []) as StoredPiece[]

/** What happened in a take, as far as it was kept. */
export async function eventsLeft(take: string): Promise<TakeEvent[]> {
  const found = (await within(EVENTS, 'readonly', (store) => store.get(take))) as
    { events: TakeEvent[] } | undefined
  return found?.events ?? []
}

/** The take is on the server as a whole, or is not wanted any more. */
export async function forgetTake(take: string): Promise<void> {
  await within(PIECES, 'readwrite', (store) =>
    store.delete(IDBKeyRange.bound([take, '', 0], [take, '\uffff', Number.MAX_SAFE_INTEGER])),
  )
  await within(EVENTS, 'readwrite', (store) => store.delete(take))
}
