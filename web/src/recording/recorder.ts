/**
 * Records a take and sends it to the server piece by piece while it is being recorded, so that a
 * closed tab loses at most the last two seconds. Pieces are sent in order, and again where the server or the way to it
 * fails; what is not there yet is in the browser's own database, and follows after a reload or a crash. What the server refuses for good stays here, to be sent again when the cause is mended, or kept as a file.
 */
import { ask, client, Problem, type Schemas } from '@/api/client'
import { dropPiece, forgetTake, storeEvents, storePiece } from './storedPieces'

const PIECE_MILLISECONDS = 1000
export const RETRY_MILLISECONDS = 1500

/** The answer to who has to give the passphrase first. */
export const SIGNED_OUT = 401

/** Answers of a server that may answer otherwise a moment later: too slow, too early, too many. */
const PASSING = [408, 425, 429]

export interface TakeEvent {
  at: number
  what: string
  detail: string
}

/** Whether an answer stays the same however often it is asked for. */
export const isFinal = (status: number) => status >= 400 && status < 500 && !PASSING.includes(status)

/** Send a piece of a take, with its checksum (RFC 9530) where the browser can make one. Throws a Problem. */
export async function putPiece(take: string, number: number, sound: Blob): Promise<void> {
  const headers = await digestOf(sound)
  const answer = await fetch(`/api/takes/${take}/pieces/${number}`, { method: 'PUT', body: sound, headers })
  if (answer.ok) return
  const said = await answer.json().catch(() => undefined)
  throw Problem.from(answer.status, said as Partial<Schemas['Problem']> | undefined)
}

/** Browsers make checksums on https pages and on this computer's own address only, whatever the types say. */
async function digestOf(sound: Blob): Promise<Record<string, string>> {
  const subtle = (globalThis.crypto as Crypto | undefined)?.subtle
  if (!subtle) return {}
  const sum = new Uint8Array(await subtle.digest('SHA-256', await sound.arrayBuffer()))
  return { 'Content-Digest': `sha-256=:${btoa(String.fromCharCode(...sum))}:` }
}

export class TakeRecorder {
  private readonly recorder: MediaRecorder
  private readonly pieces: Blob[] = []
  /** Take time at the end of each piece. */
  private readonly ends: number[] = []
  private readonly events: TakeEvent[] = []
  /** How many pieces and events the server has. */
  private keptPieces = 0
  private keptEvents = 0
  private sending: Promise<void> | undefined
  private started = 0
  private paused = 0
  private pausedAt = 0
  private stopped: Promise<void>
  /** Why the server takes nothing more of this take. */
  refused: Problem | undefined
  onTrouble: (unsent: number) => void = () => undefined
  onRefused: (problem: Problem) => void = () => undefined

  constructor(
    private readonly take: string,
    stream: MediaStream,
  ) {
    const kinds = ['audio/webm;codecs=opus', 'audio/mp4', 'audio/ogg;codecs=opus']
    const mimeType = kinds.find((kind) => MediaRecorder.isTypeSupported(kind))
    this.recorder = new MediaRecorder(stream, { mimeType, audioBitsPerSecond: 128_000 })
    this.recorder.ondataavailable = (event) => {
      if (!event.data.size) return
      void storePiece({ take: this.take, number: this.pieces.length, sound: event.data })
      this.pieces.push(event.data)
      this.ends.push(this.time)
      void this.send()
    }
    this.stopped = new Promise((resolve) => (this.recorder.onstop = () => resolve()))
  }

  /** Take time in seconds: pauses are not in it. */
  get time(): number {
    if (!this.started) return 0
    const now = this.pausedAt || performance.now()
    return (now - this.started - this.paused) / 1000
  }

  get isPaused(): boolean {
    return this.pausedAt > 0
  }

  /** Pieces that the server does not have yet. */
  get unsent(): number {
    return this.pieces.length - this.keptPieces
  }

  /** Seconds of take time that the server has. */
  get safe(): number {
    return this.ends[this.keptPieces - 1] ?? 0
  }

  /** Everything that was recorded, as a sound file. */
  get sound(): Blob {
    return new Blob(this.pieces, { type: this.recorder.mimeType })
  }

  start(): void {
    // The sound begins 2–5 ms after this call; the recorder's own start event comes 50 ms late.
    this.recorder.start(PIECE_MILLISECONDS)
    this.started = performance.now()
  }

  pause(): void {
    if (this.recorder.state !== 'recording') return
    this.note('pause')
    this.recorder.pause()
    this.pausedAt = performance.now()
  }

  resume(): void {
    if (!this.pausedAt) return
    this.paused += performance.now() - this.pausedAt
    this.pausedAt = 0
    this.recorder.resume()
    this.note('go on')
  }

  /** Something happened now, or at a moment before (seconds of take time). */
  note(what: string, detail = '', at = this.time): void {
    this.events.push({ at: Math.max(0, at), what, detail })
    void storeEvents(this.take, this.events)
  }

  /** Send again what was refused, after its cause was mended. */
  async sendAgain(): Promise<void> {
    this.refused = undefined
    await this.send()
  }

  /** End the take, wait until the server has every piece, and have it worked on. Throws the problem for which the
   * server refuses it. */
  async finish(): Promise<void> {
    if (this.recorder.state !== 'inactive') {
      this.recorder.stop()
      await this.stopped
    }
    while (this.unsent && !this.refused) await this.send()
    await this.sending
    if (this.refused) throw this.refused
    try {
      await this.sendEvents()
      await ask(client.POST('/api/takes/{take}/finish', { params: { path: { take: this.take } } }))
      void forgetTake(this.take)
    } catch (fault) {
      const problem = Problem.of(fault)
      if (problem.status === SIGNED_OUT) this.refuse(problem)
      throw problem
    }
  }

  private refuse(problem: Problem): void {
    this.refused = problem
    this.onRefused(problem)
  }

  /** What happened goes along with the sound, so that a closed tab does not lose it either. The server is told which
   * of the events they are: one that comes again is not kept twice. */
  private async sendEvents(): Promise<void> {
    const first = this.keptEvents
    const events = this.events.slice(first)
    if (!events.length) return
    const path = { path: { take: this.take } }
    try {
      await ask(client.POST('/api/takes/{take}/events', { params: path, body: { first, events } }))
      this.keptEvents = first + events.length
    } catch (fault) {
      const { expected } = Problem.of(fault)
      if (expected === undefined || expected >= first) throw fault
      // The server has lost some: it gets them again.
      this.keptEvents = expected
      await this.sendEvents()
    }
  }

  /** Send what the server does not have; there is one sending at a time, which takes what comes meanwhile with it. */
  private send(): Promise<void> {
    this.sending ??= this.sendAll().finally(() => (this.sending = undefined))
    return this.sending
  }

  private async sendPiece(): Promise<void> {
    await putPiece(this.take, this.keptPieces, this.pieces[this.keptPieces]!)
    void dropPiece(this.take, this.keptPieces)
    this.keptPieces++
  }

  private async sendAll(): Promise<void> {
    while (this.unsent && !this.refused) {
      try {
        await this.sendPiece()
        this.onTrouble(0)
        await this.sendEvents()
      } catch (fault) {
        const problem = Problem.of(fault)
        // The server has lost some of them (its power was cut, say): everything is still here.
        if (problem.expected !== undefined && problem.expected < this.keptPieces)
          this.keptPieces = problem.expected
        else if (isFinal(problem.status)) this.refuse(problem)
        else {
          this.onTrouble(this.unsent)
          await new Promise((resolve) => setTimeout(resolve, RETRY_MILLISECONDS))
        }
      }
    }
  }
}
