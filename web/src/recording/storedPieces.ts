/**
 * What of a take is not on the server yet, in the browser's own database: it is there after a reload or a crash, and
 * follows when the way is free again. Where there is no such database (private windows), nothing is kept here.
 */
import type { TakeEvent } from './recorder'

const NAME = 'word-trail-takes'
const PIECES = 'pieces'
const EVENTS = 'events'

export interface StoredPiece {
  take: string
  number: number
  sound: Blob
}

let opened: Promise<IDBDatabase | undefined> | undefined

function database(): Promise<IDBDatabase | undefined> {
  opened ??= new Promise((resolve) => {
    if (typeof indexedDB === 'undefined') return resolve(undefined)
    const asked = indexedDB.open(NAME, 1)
    asked.onupgradeneeded = () => {
      asked.result.createObjectStore(PIECES, { keyPath: ['take', 'number'] })
      asked.result.createObjectStore(EVENTS, { keyPath: 'take' })
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
export const dropPiece = (take: string, number: number) =>
  within(PIECES, 'readwrite', (store) => store.delete([take, number]))

/** Keep all that happened in a take so far. */
export const storeEvents = (take: string, events: readonly TakeEvent[]) =>
  within(EVENTS, 'readwrite', (store) => store.put({ take, events }))

/** All pieces that are still here, in the order of takes and numbers. */
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
    store.delete(IDBKeyRange.bound([take, 0], [take, Number.MAX_SAFE_INTEGER])),
  )
  await within(EVENTS, 'readwrite', (store) => store.delete(take))
}
