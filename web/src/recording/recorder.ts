/**
 * Records a take and sends it to the server piece by piece while it is being recorded, so that a closed tab loses at most
 * the last second. What happens meanwhile goes along with it. The whole sound stays here too, to be kept as a file.
 */
import { ask, client, Problem } from '@/api/client'
import { PieceSender } from './pieceSender'
import { forgetTake, storeEvents } from './storedPieces'

const PIECE_MILLISECONDS = 1000

/** The answer to who has to give the passphrase first. */
export const SIGNED_OUT = 401

export interface TakeEvent {
  at: number
  what: string
  detail: string
}

export class TakeRecorder {
  private readonly recorder: MediaRecorder
  private readonly sender: PieceSender
  /** Take time at the end of each piece. */
  private readonly ends: number[] = []
  private readonly events: TakeEvent[] = []
  /** How many events the server has. */
  private keptEvents = 0
  private started = 0
  private paused = 0
  private pausedAt = 0
  private stopped: Promise<void>

  constructor(
    readonly take: string,
    stream: MediaStream,
  ) {
    const kinds = ['audio/webm;codecs=opus', 'audio/mp4', 'audio/ogg;codecs=opus']
    const mimeType = kinds.find((kind) => MediaRecorder.isTypeSupported(kind))
    this.sender = new PieceSender(take, 'sound', () => this.sendEvents())
    this.recorder = new MediaRecorder(stream, { mimeType, audioBitsPerSecond: 128_000 })
    this.recorder.ondataavailable = (event) => {
      if (!event.data.size) return
      this.ends.push(this.time)
      this.sender.add(event.data)
    }
    this.stopped = new Promise((resolve) => (this.recorder.onstop = () => resolve()))
  }

  set onTrouble(tell: (unsent: number) => void) {
    this.sender.onTrouble = tell
  }

  set onRefused(tell: (problem: Problem) => void) {
    this.sender.onRefused = tell
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
    return this.sender.unsent
  }

  /** Why the server takes nothing more of this take. */
  get refused(): Problem | undefined {
    return this.sender.refused
  }

  /** Seconds of take time that the server has. */
  get safe(): number {
    return this.ends[this.sender.kept - 1] ?? 0
  }

  /** Everything that was recorded, as a sound file. */
  get sound(): Blob {
    return new Blob(this.sender.pieces, { type: this.recorder.mimeType })
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
  sendAgain(): Promise<void> {
    return this.sender.sendAgain()
  }

  /** Nothing more is recorded. */
  async stop(): Promise<void> {
    if (this.recorder.state === 'inactive') return
    this.recorder.stop()
    await this.stopped
  }

  /** End the take, wait until the server has every piece, and have it worked on. Throws the problem for which the
   * server refuses it. */
  async finish(): Promise<void> {
    await this.stop()
    await this.sender.sendOff()
    if (this.refused) throw this.refused
    try {
      await this.sendEvents()
      await ask(client.POST('/api/takes/{take}/finish', { params: { path: { take: this.take } } }))
      void forgetTake(this.take)
    } catch (fault) {
      const problem = Problem.of(fault)
      if (problem.status === SIGNED_OUT) this.sender.refuse(problem)
      throw problem
    }
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
}
