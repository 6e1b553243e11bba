/**
 * Follows a voice: the sound goes to the server a twentieth of a second at a time, apart from the take, and the word she is
 * at comes back. What cannot be sent in time is left out; the take is not touched by any of it.
 */
import { ref, shallowRef, watch, type Ref } from 'vue'
import { ask, client, Problem, type Schemas } from '@/api/client'
import feed from './voiceFeed.worklet.js?url&no-inline'

const RATE = 16_000
const SAMPLE_BYTES = 2

/** Seconds of sound that wait to be sent, from which on the voice is not followed any more. */
export const TOO_LATE = 1.5

const BEHIND =
  'This computer cannot keep up with your voice just now. The guide leads; your recording goes on as it is.'

/** The word that a voice is at or was last ('': none yet), and those that it went through since the one before. */
export interface VoiceAt {
  word: string
  passed: readonly string[]
}
const NOWHERE: VoiceAt = { word: '', passed: [] }

export function useVoice(lesson: Ref<string>, stream: Ref<MediaStream | undefined>, wanted: Ref<boolean>) {
  const at = shallowRef(NOWHERE)
  /** Whether she reads just now. */
  const reading = ref(false)
  /** Why the voice is not followed, in a sentence. */
  const trouble = ref('')
  const reader = shallowRef<Reader>()
  let expected = ''

  async function begin() {
    end()
    at.value = NOWHERE
    trouble.value = ''
    if (!stream.value) return
    const one = new Reader(lesson.value, stream.value, {
      seen: (seen) => {
        if (reader.value !== one) return
        if (seen.word !== at.value.word) at.value = seen
        reading.value = seen.reading
      },
      failed: (why) => {
        trouble.value = why
        end()
      },
    })
    reader.value = one
    if (expected) one.goTo(expected)
    await one.begin()
  }
  function end() {
    void reader.value?.end()
    reader.value = undefined
    reading.value = false
  }
  watch(
    [wanted, stream],
    () => {
      if (wanted.value && stream.value) void begin()
      else end()
    },
    { immediate: true },
  )

  return {
    at,
    reading,
    trouble,
    /** She goes on with this word. */
    goTo(id: string) {
      expected = id
      reader.value?.goTo(id)
    },
  }
}

interface Told {
  seen: (seen: Schemas['Seen']) => void
  failed: (why: string) => void
}

class Reader {
  private id = ''
  private context: AudioContext | undefined
  private waiting: ArrayBuffer[] = []
  private sending = false
  private over = false
  private from = ''

  constructor(
    private readonly lesson: string,
    private readonly stream: MediaStream,
    private readonly told: Told,
  ) {}

  async begin(): Promise<void> {
    try {
      const path = { lesson: this.lesson }
      this.id = (await ask(client.POST('/api/lessons/{lesson}/readers', { params: { path } }))).id
      this.context = new AudioContext({ sampleRate: RATE })
      await this.context.audioWorklet.addModule(feed)
      if (this.over) return void this.end()
      const node = new AudioWorkletNode(this.context, 'voice-feed')
      node.port.onmessage = (event: MessageEvent<ArrayBuffer>) => this.take(event.data)
      this.context.createMediaStreamSource(this.stream).connect(node)
    } catch (fault) {
      this.fail(fault)
    }
  }

  /** The next sound. */
  private take(block: ArrayBuffer): void {
    this.waiting.push(block)
    const bytes = this.waiting.reduce((sum, one) => sum + one.byteLength, 0)
    if (bytes > TOO_LATE * RATE * SAMPLE_BYTES) this.fail(undefined)
    else void this.send()
  }

  /** One request at a time, with all the sound that came meanwhile. */
  private async send(): Promise<void> {
    if (this.sending || this.over) return
    this.sending = true
    try {
      while (this.waiting.length) {
        await this.sendPlace()
        const body = new Blob(this.waiting.splice(0))
        const answer = await fetch(`/api/readers/${this.id}/sound`, { method: 'PUT', body })
        if (!answer.ok) throw new Error(String(answer.status))
        const { seen } = (await answer.json()) as Schemas['SeenAnswer']
        this.told.seen(seen)
      }
    } catch (fault) {
      this.fail(fault)
    } finally {
      this.sending = false
    }
  }

  /** She goes on with this word: said before the next sound, so that it comes in its order. */
  goTo(word: string): void {
    this.from = word
  }

  private async sendPlace(): Promise<void> {
    const word = this.from
    this.from = ''
    if (!word) return
    const path = { reader: this.id }
    await ask(client.PUT('/api/readers/{reader}/word', { params: { path }, body: { word } }))
  }

  private fail(fault: unknown): void {
    if (this.over) return
    const said = fault instanceof Problem ? `${fault.title}. ${fault.advice}` : ''
    this.told.failed(said || BEHIND)
  }

  async end(): Promise<void> {
    this.over = true
    await this.context?.close().catch(() => undefined)
    if (this.id) {
      const path = { reader: this.id }
      await ask(client.DELETE('/api/readers/{reader}', { params: { path } })).catch(() => undefined)
    }
  }
}
