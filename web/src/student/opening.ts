/** Opens a lesson over a network that may lose a request, or its answer. */
import { Problem } from '@/api/client'

/** Seconds after which a request without an answer is made again; the last one counts from then on. A slow network
    gets longer each time, so that a large lesson comes through. */
const PATIENCE = [8, 16, 32, 60]

/** Seconds before it is asked again when there is no way to Word Trail at all. */
const PAUSE = 2

/** What `request` answers, asked for until there is an answer. Throws the problem that is one. `again` is called
    before each further try. */
export async function answered<T>(
  request: (signal: AbortSignal) => Promise<T>,
  again: () => void = () => undefined,
): Promise<T> {
  for (let tries = 0; ; tries += 1) {
    const patience = PATIENCE[Math.min(tries, PATIENCE.length - 1)]!
    const tired = new AbortController()
    const timer = setTimeout(() => tired.abort(), patience * 1000)
    try {
      return await request(tired.signal)
    } catch (fault) {
      if (!tired.signal.aborted && !Problem.of(fault).unanswered) throw fault
    } finally {
      clearTimeout(timer)
    }
    again()
    if (!tired.signal.aborted) await new Promise((done) => setTimeout(done, PAUSE * 1000))
  }
}
