/**
 * Sends what is recorded of a take piece by piece, in order, and again where the server or the way to it fails. Pieces
 * that are not there yet are in the browser's own database, and follow after a reload or a crash. What the server refuses
 * for good stays here, to be sent again when the cause is mended.
 */
import { Problem, type Schemas } from '@/api/client'
import { dropPiece, storePiece, type Track } from './storedPieces'

export const RETRY_MILLISECONDS = 1500

/** Milliseconds after which a track looks again whether the other one has sent all it has. */
const WAIT_MILLISECONDS = 500

/** Answers of a server that may answer otherwise a moment later: too slow, too early, too many. */
const PASSING = [408, 425, 429]

const FOLDERS: Record<Track, string> = { sound: 'pieces', camera: 'camera' }

/** Whether an answer stays the same however often it is asked for. */
export const isFinal = (status: number) => status >= 400 && status < 500 && !PASSING.includes(status)

/** Send a piece of a take, with its checksum (RFC 9530) where the browser can make one. Throws a Problem. */
export async function putPiece(take: string, track: Track, number: number, piece: Blob): Promise<void> {
  const headers = await digestOf(piece)
  const answer = await fetch(`/api/takes/${take}/${FOLDERS[track]}/${number}`, {
    method: 'PUT',
    body: piece,
    headers,
  })
  if (answer.ok) return
  const said = await answer.json().catch(() => undefined)
  throw Problem.from(answer.status, said as Partial<Schemas['Problem']> | undefined)
}

/** Browsers make checksums on https pages and on this computer's own address only, whatever the types say. */
async function digestOf(piece: Blob): Promise<Record<string, string>> {
  const subtle = (globalThis.crypto as Crypto | undefined)?.subtle
  if (!subtle) return {}
  const sum = new Uint8Array(await subtle.digest('SHA-256', await piece.arrayBuffer()))
  return { 'Content-Digest': `sha-256=:${btoa(String.fromCharCode(...sum))}:` }
}

export class PieceSender {
  readonly pieces: Blob[] = []
  /** How many of them the server has. */
  kept = 0
  /** Why the server takes nothing more. */
  refused: Problem | undefined
  onTrouble: (unsent: number) => void = () => undefined
  onRefused: (problem: Problem) => void = () => undefined
  private sending: Promise<void> | undefined

  constructor(
    private readonly take: string,
    private readonly track: Track,
    /** What goes along with each piece. */
    private readonly along: () => Promise<void> = () => Promise.resolve(),
    /** Whether something else goes first. */
    private readonly waits: () => boolean = () => false,
  ) {}

  /** Pieces that the server does not have yet. */
  get unsent(): number {
    return this.pieces.length - this.kept
  }

  add(piece: Blob): void {
    void storePiece({ take: this.take, track: this.track, number: this.pieces.length, piece })
    this.pieces.push(piece)
    void this.send()
  }

  /** Send again what was refused, after its cause was mended. */
  async sendAgain(): Promise<void> {
    this.refused = undefined
    await this.send()
  }

  /** Wait until the server has every piece, or refuses them. */
  async sendOff(): Promise<void> {
    while (this.unsent && !this.refused) await this.send()
    await this.sending
  }

  refuse(problem: Problem): void {
    this.refused = problem
    this.onRefused(problem)
  }

  /** Send what the server does not have; there is one sending at a time, which takes what comes meanwhile with it. */
  private send(): Promise<void> {
    this.sending ??= this.sendAll().finally(() => (this.sending = undefined))
    return this.sending
  }

  private async sendAll(): Promise<void> {
    while (this.unsent && !this.refused) {
      try {
        while (this.waits()) await after(WAIT_MILLISECONDS)
        await putPiece(this.take, this.track, this.kept, this.pieces[this.kept]!)
        void dropPiece(this.take, this.track, this.kept)
        this.kept++
        this.onTrouble(0)
        await this.along()
      } catch (fault) {
        const problem = Problem.of(fault)
        // The server has lost some of them (its power was cut, say): everything is still here.
        if (problem.expected !== undefined && problem.expected < this.kept) this.kept = problem.expected
        else if (isFinal(problem.status)) this.refuse(problem)
        else {
          this.onTrouble(this.unsent)
          await after(RETRY_MILLISECONDS)
        }
      }
    }
  }
}

const after = (milliseconds: number) => new Promise((resolve) => setTimeout(resolve, milliseconds))
