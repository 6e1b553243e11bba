/** Hands the sound on in blocks of a twentieth of a second, as 16-bit samples. A lost one does no harm. */
class VoiceFeed extends AudioWorkletProcessor {
  constructor() {
    super()
    this.block = new Int16Array(Math.round(sampleRate / 20))
    this.filled = 0
  }

  process([input]) {
    for (const sample of input?.[0] ?? []) {
      this.block[this.filled++] = Math.max(-1, Math.min(1, sample)) * 32767
      if (this.filled === this.block.length) {
        this.port.postMessage(this.block.slice().buffer)
        this.filled = 0
      }
    }
    return true
  }
}

registerProcessor('voice-feed', VoiceFeed)
