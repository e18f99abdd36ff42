import { expose } from 'comlink'
import { searching, type Search, type Wanted } from '@halitus/core/acoustics'
import { instrument, underSystem } from '@halitus/core/instruments'

/** So long the search runs before it looks whether it is still wanted, ms. */
const SLICE_MS = 40
const pause = () => new Promise<void>((resolve) => setTimeout(resolve, 0))
/** The search that is wanted; an earlier one stops when it sees another number. */
let current = 0

const air = {
  /**
   * Fingerings that sound a pitch. @returns null when it was cancelled or another search came
   * @param onProgress told the share that is done, 0 to 1
   */
  async search(
    id: string,
    system: string,
    wanted: Wanted,
    onProgress: (share: number) => void,
  ): Promise<Search | null> {
    const own = ++current
    const run = searching(underSystem(instrument(id), system), wanted)
    for (let since = performance.now(); own === current;) {
      const step = run.next()
      if (step.done) return step.value
      if (performance.now() - since < SLICE_MS) continue
      onProgress(step.value)
      await pause()
      since = performance.now()
    }
    return null
  },
  cancel(): void {
    current++
  },
}

export type AirSearch = typeof air
expose(air)
