/** Runs the forecasts beside the page. */
import { seededRng } from '@vein-mend/core/kit'
import { forecastGate, forecastMended } from '@vein-mend/core/practice'
import type { ForecastWindow, GatePace, Pace } from '@vein-mend/core/practice'
import { expose } from 'comlink'

/** Ways it could go that are tried for each forecast. */
const RUNS = 5000
/** The same question has the same answer. */
const SEED = 6

const settings = (kept: number) => ({ kept, runs: RUNS, rng: seededRng(SEED) })

export const worker = {
  /** When a fault may be mended. */
  mended: (pace: Pace, kept: number): ForecastWindow => forecastMended(pace, settings(kept)),
  /** When a gate may open. */
  gate: (pace: GatePace, kept: number): ForecastWindow => forecastGate(pace, settings(kept)),
}

expose(worker)
