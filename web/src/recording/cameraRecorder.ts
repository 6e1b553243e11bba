/**
 * Records the camera's picture beside a take, in pieces of its own that go up after those of the sound. Whatever becomes
 * of it, the sound goes on.
 */
import { PieceSender } from './pieceSender'
import type { TakeRecorder } from './recorder'

const PIECE_MILLISECONDS = 1000
const BITS_A_SECOND = 1_200_000

/** Pieces of sound on their way from which on the picture waits. */
const SOUND_FIRST = 2

/** Frames a second below which a computer is too slow for the picture, and the seconds for which it has to be. */
export const TOO_FEW = 5
export const TOO_LONG = 6

export class CameraRecorder {
  private readonly recorder: MediaRecorder
  private readonly sender: PieceSender
  private readonly stopped: Promise<void>
  private readonly eye = document.createElement('video')
  private frames = 0
  /** The moment of the take at which it began. */
  private began = 0
  private slowFor = 0
  private timer = 0
  private isOver = false
  /** The first picture is there: now, or at a moment of the take (seconds). */
  onFirst: (at?: number) => void = () => undefined
  /** The picture has ended by itself: the camera went away, the computer is too slow, or the server takes no more. */
  onEnd: (why: 'gone' | 'slow' | 'refused') => void = () => undefined

  constructor(
    private readonly sound: TakeRecorder,
    private readonly stream: MediaStream,
  ) {
    const kinds = ['video/webm;codecs=vp8', 'video/mp4', 'video/webm']
    const mimeType = kinds.find((kind) => MediaRecorder.isTypeSupported(kind))
    this.sender = new PieceSender(sound.take, 'camera', undefined, () => sound.unsent > SOUND_FIRST)
    this.sender.onRefused = () => this.fail('refused')
    const [track] = stream.getVideoTracks()
    this.recorder = new MediaRecorder(new MediaStream(track ? [track] : []), {
      mimeType,
      videoBitsPerSecond: BITS_A_SECOND,
    })
    this.recorder.ondataavailable = (event) => event.data.size && this.sender.add(event.data)
    this.recorder.onerror = () => this.fail('gone')
    this.stopped = new Promise((resolve) => (this.recorder.onstop = () => resolve()))
    track?.addEventListener('ended', () => this.fail('gone'))
  }

  start(): void {
    this.recorder.start(PIECE_MILLISECONDS)
    this.began = this.sound.time
    this.eye.muted = true
    this.eye.srcObject = this.stream
    void this.eye.play().catch(() => undefined)
    const seen = () => {
      if (this.isOver) return
      if (!this.frames++) this.onFirst()
      this.eye.requestVideoFrameCallback(seen)
    }
    this.eye.requestVideoFrameCallback(seen)
    let before = 0
    this.timer = window.setInterval(() => {
      const slow = this.frames - before < TOO_FEW
      before = this.frames
      // A window that is not seen shows no frames, and records them all the same.
      if (document.hidden || this.recorder.state !== 'recording') this.slowFor = 0
      else this.slowFor = slow ? this.slowFor + 1 : 0
      if (this.slowFor >= TOO_LONG) this.fail('slow')
    }, 1000)
  }

  pause(): void {
    if (this.recorder.state === 'recording') this.recorder.pause()
  }

  resume(): void {
    if (this.recorder.state === 'paused') this.recorder.resume()
  }

  /** Nothing more is recorded. */
  async stop(): Promise<void> {
    window.clearInterval(this.timer)
    // Recorded, though no picture was seen here: it begins where its recording did.
    if (!this.isOver && !this.frames) this.onFirst(this.began)
    this.isOver = true
    this.eye.srcObject = null
    if (this.recorder.state === 'inactive') return
    this.recorder.stop()
    await this.stopped
  }

  /** End the picture, and wait until the server has every piece of it, or takes no more. */
  async finish(): Promise<void> {
    await this.stop()
    await this.sender.sendOff()
  }

  private fail(why: 'gone' | 'slow' | 'refused'): void {
    if (this.isOver) return
    void this.stop()
    this.onEnd(why)
  }
}
