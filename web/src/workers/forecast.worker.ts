/** Runs the forecasts beside the page. */
import { seededRng } from '@vein-mend/core/kit'
import { forecastMended } from '@vein-mend/core/practice'
import type { ForecastWindow, Pace } from '@vein-mend/core/practice'
import { expose } from 'comlink'

/** Ways it could go that are tried for each forecast. */
const RUNS = 5000
/** The same question has the same answer. */
const SEED = 6

export const worker = {
  forecast(pace: Pace, kept: number): ForecastWindow {
    return forecastMended(pace, { kept, runs: RUNS, rng: seededRng(SEED) })
  },
}

expose(worker)
