/** The heights of a take's sound, drawn as bars of a strip: kept coarser and coarser, so that an hour is drawn as quickly
    as a word. */

/** Seconds of sound in one height of the server's. */
export const PEAK_SECONDS = 0.02
export const STRIP_HEIGHT = 40
const BAR = 4
/** How many heights of one resolution are one of the next. */
const COARSER = 4
const LOG_COARSER = Math.log(COARSER)
const FEWEST = 64

export interface Bar {
  x: number
  height: number
  at: number
}

/** Heights at several resolutions, the finest first; each is of `COARSER` of the one before. */
export type Heights = readonly Uint8Array[]

/** The heights of a take at all resolutions. */
export function heightsOf(finest: Uint8Array): Heights {
  const levels = [finest]
  for (let fine = finest; fine.length > FEWEST * COARSER;) {
    const coarse = new Uint8Array(Math.ceil(fine.length / COARSER))
    fine.forEach((height, i) => {
      const place = Math.floor(i / COARSER)
      if (height > coarse[place]!) coarse[place] = height
    })
    levels.push(coarse)
    fine = coarse
  }
  return levels
}

/** Bars of a strip that is `width` wide and `high`, where `timeAt` gives the moment of each pixel: from the coarsest
    heights that are as fine as a bar. */
export function barsOf(
  heights: Heights | undefined,
  width: number,
  timeAt: (x: number) => number,
  high = STRIP_HEIGHT,
): Bar[] {
  if (!heights?.[0]?.length) return []
  const moments = Array.from({ length: Math.floor(width / BAR) + 1 }, (_, i) => timeAt(i * BAR))
  return moments.slice(0, -1).map((at, i) => {
    const until = moments[i + 1]!
    const { level, step } = resolutionFor(heights, until - at)
    const from = Math.floor(at / step)
    const to = Math.max(from + 1, Math.ceil(until / step))
    let top = 0
    for (let place = from; place < to; place++) top = Math.max(top, level[place] ?? 0)
    return { x: i * BAR, height: Math.max(1.5, (top / 255) * (high - 4)), at }
  })
}

function resolutionFor(heights: Heights, seconds: number) {
  const wanted = Math.floor(Math.log(Math.max(1, seconds / PEAK_SECONDS)) / LOG_COARSER)
  const number = Math.min(wanted, heights.length - 1)
  return { level: heights[number]!, step: PEAK_SECONDS * COARSER ** number }
}
