/** A sound that plays in no time and nowhere. */
export class FakeAudio {
  static last: FakeAudio
  src = ''
  loop = false
  paused = true
  currentTime = 0
  plays = 0
  dataset: Record<string, string> = {}
  constructor() {
    FakeAudio.last = this
  }
  play() {
    this.paused = false
    this.plays++
    return Promise.resolve()
  }
  pause() {
    this.paused = true
  }
  load() {}
  removeAttribute() {
    this.src = ''
  }
}
