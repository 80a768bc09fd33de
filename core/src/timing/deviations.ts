/** Where in a run each note fell beside the tempo that was kept there: what is drawn under the notes. */
import type { Matched } from './align'
import { curveAt, fitCurve } from '../measure'
import type { Run } from './lines'

/** A right note and by how much it came late (above 0) or early, ms. */
export interface Deviation {
  readonly note: Matched
  readonly asideMs: number
}

/** Beside the bend of tempo of each run, so that a drift is not shown as unevenness. */
export function deviations(runs: readonly Run[]): readonly Deviation[] {
  const found: Deviation[] = []
  for (const { onsets } of runs) {
    const bend = fitCurve(
      onsets.map((o) => o.beat),
      onsets.map((o) => o.onMs),
      2,
    )
    for (const { notes, beat } of onsets) {
      const kept = curveAt(bend, beat)
      for (const note of notes) found.push({ note, asideMs: note.played.onMs - kept })
    }
  }
  return found
}
