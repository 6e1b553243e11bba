/** The peaks of a strip of sound. */

/** Seconds of sound in one hill of the server's. */
export const PEAK_SECONDS = 0.02
export const STRIP_HEIGHT = 40
const BAR = 4

export interface Bar {
  x: number
  height: number
  at: number
}

/** Bars of a strip that is `width` wide, where `timeAt` gives the moment of each pixel. */
export function barsOf(peaks: Uint8Array | undefined, width: number, timeAt: (x: number) => number): Bar[] {
  if (!peaks) return []
  return Array.from({ length: Math.floor(width / BAR) }, (_, i) => {
    const at = timeAt(i * BAR)
    const from = Math.floor(at / PEAK_SECONDS)
    const to = Math.max(from + 1, Math.ceil(timeAt((i + 1) * BAR) / PEAK_SECONDS))
    const top = peaks.subarray(from, to).reduce((most, hill) => Math.max(most, hill), 0)
    return { x: i * BAR, height: Math.max(1.5, (top / 255) * (STRIP_HEIGHT - 4)), at }
  })
}
