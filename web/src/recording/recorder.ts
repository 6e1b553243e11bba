/**
 * Records a take and sends it to the server piece by piece while it is being recorded, so that a
 * closed tab loses at most the last two seconds. Pieces are sent in order and again until kept.
 */
import { ask, client } from '@/api/client'

const PIECE_MILLISECONDS = 1000
const RETRY_MILLISECONDS = 1500

export interface TakeEvent {
  at: number
  what: string
  detail: string
}

export class TakeRecorder {
  private readonly recorder: MediaRecorder
  private readonly waiting: Blob[] = []
  private sent = 0
  private sending: Promise<void> | undefined
  private started = 0
  private paused = 0
  private pausedAt = 0
  /** What happened and has not been sent yet. */
  private events: TakeEvent[] = []
  private stopped: Promise<void>
  /** Pieces that the server does not have yet. */
  unsent = 0
  onTrouble: (unsent: number) => void = () => undefined

  constructor(
    private readonly take: string,
    stream: MediaStream,
  ) {
    const kinds = ['audio/webm;codecs=opus', 'audio/mp4', 'audio/ogg;codecs=opus']
    const mimeType = kinds.find((kind) => MediaRecorder.isTypeSupported(kind))
    this.recorder = new MediaRecorder(stream, { mimeType, audioBitsPerSecond: 128_000 })
    this.recorder.ondataavailable = (event) => {
      if (!event.data.size) return
      this.waiting.push(event.data)
      this.unsent++
      this.sending ??= this.sendAll()
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

  note(what: string, detail = ''): void {
    this.events.push({ at: Math.max(0, this.time), what, detail })
  }

  /** End the take, wait until the server has every piece, and have it worked on. */
  async finish(): Promise<void> {
    if (this.recorder.state !== 'inactive') {
      this.recorder.stop()
      await this.stopped
    }
    while (this.unsent) await (this.sending ??= this.sendAll())
    await this.sending
    const path = { path: { take: this.take } }
    await this.sendEvents()
    await ask(client.POST('/api/takes/{take}/finish', { params: path }))
  }

  /** What happened goes along with the sound, so that a closed tab does not lose it either. */
  private async sendEvents(): Promise<void> {
    const events = this.events
    if (!events.length) return
    this.events = []
    try {
      const path = { path: { take: this.take } }
      await ask(client.POST('/api/takes/{take}/events', { params: path, body: { events } }))
    } catch (fault) {
      this.events = [...events, ...this.events]
      throw fault
    }
  }

  private async sendAll(): Promise<void> {
    while (this.waiting.length) {
      try {
        const body = this.waiting[0]!
        const answer = await fetch(`/api/takes/${this.take}/pieces/${this.sent}`, { method: 'PUT', body })
        if (!answer.ok) throw new Error(String(answer.status))
        this.waiting.shift()
        this.sent++
        this.unsent--
        this.onTrouble(0)
        await this.sendEvents()
      } catch {
        this.onTrouble(this.unsent)
        await new Promise((resolve) => setTimeout(resolve, RETRY_MILLISECONDS))
      }
    }
    this.sending = undefined
  }
}
