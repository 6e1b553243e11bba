/** Hearing a place of a take once, with a little around it. */
import type { Player, Span } from '@/stage/player'

const BEFORE = 0.6
const AFTER = 0.4
/** Seconds that are heard on either side of something that was cut. */
const BESIDE_CUT = 1.2

export function useHearing(player: Player) {
  return {
    /** What was just changed, unless the take is being played anyway. */
    hearChange: ({ start, end }: Span) => {
      if (!player.playing.value) player.playFromTo(Math.max(0, start - BEFORE), end + AFTER)
    },
    hear: ({ start, end }: Span) => player.playFromTo(Math.max(0, start - BEFORE), end + AFTER),
    /** How the sound goes over where something was cut. */
    hearCut: ({ start, end }: Span) =>
      player.playFromTo(Math.max(0, start - BESIDE_CUT), end + BESIDE_CUT, { skipping: true }),
  }
}
