/** Whether the probabilities the diagnosis gave came true as often as they said. */
import { groupBy, wilson } from '../kit'
import type { ShareInterval } from '../kit'
import type { SettledDiagnosis } from './settledDiagnosis'

/** A probability that was given, and whether it came true. */
export interface Forecast {
  readonly probability: number
  readonly happened: boolean
}

/** Forecasts between two probabilities, and how often they came true. */
export interface ReliabilityRow {
  readonly from: number
  readonly to: number
  readonly forecasts: number
  /** Mean probability given; NaN where nothing fell into the row. */
  readonly said: number
  readonly came: ShareInterval
}

/** How far the studio's probabilities came true, with their counts. */
export interface Calibration {
  readonly forecasts: number
  readonly diagnoses: number
  readonly overruled: number
  /** Share of diagnoses in which the first of the ranking was settled on. */
  readonly firstSettled: ShareInterval
  /** Mean squared error of the probabilities, [0, 1], lower is better; null without forecasts. */
  readonly brier: number | null
  /** The same for always giving the share that came true: what a calendar would reach. */
  readonly brierOfBaseRate: number | null
  readonly rows: readonly ReliabilityRow[]
  /** Fewer diagnoses than it takes to say anything. */
  readonly tooFew: boolean
}

/** Settled diagnoses below which no judgement is given; our choice, no source. */
export const DIAGNOSES_ENOUGH = 30

/** Edges of the reliability table. */
const EDGES = [0, 0.1, 0.3, 0.5, 0.7, 0.9, 1] as const

/**
 * Mean squared difference between probability and outcome (Brier, Monthly Weather Review 78, 1950, in its
 * two-outcome form). Null without forecasts.
 */
export function brierScore(forecasts: readonly Forecast[]): number | null {
  if (forecasts.length === 0) return null
  const sum = forecasts.reduce((s, f) => s + (f.probability - Number(f.happened)) ** 2, 0)
  return sum / forecasts.length
}

/** Probabilities given against how often they came true, row by row, with a 95 % interval each. */
export function reliabilityTable(forecasts: readonly Forecast[]): readonly ReliabilityRow[] {
  return EDGES.slice(0, -1).map((from, i) => {
    const to = EDGES[i + 1] ?? 1
    const here = forecasts.filter(
      (f) => f.probability >= from && (f.probability < to || (to === 1 && f.probability === 1)),
    )
    return {
      from,
      to,
      forecasts: here.length,
      said: here.reduce((s, f) => s + f.probability, 0) / here.length,
      came: wilson(here.filter((f) => f.happened).length, here.length),
    }
  })
}

/**
 * What was said of each rival when a diagnosis was settled, and whether it was settled on in that lesson.
 * One forecast for each rival of the lesson's first settling: what is settled later in the lesson is the
 * answer to it, not a second question.
 */
export function forecastsOf(settled: readonly SettledDiagnosis[]): readonly Forecast[] {
  const lessons = groupBy(settled, (s) => `${s.student} ${s.lesson}`)
  return [...lessons.values()].flatMap((inLesson) => {
    const found = new Set(inLesson.map((s) => s.fault))
    return (inLesson[0]?.rivals ?? []).map((r) => ({
      probability: r.probability,
      happened: found.has(r.fault),
    }))
  })
}

/** The studio's diagnoses judged by what its teacher settled on. */
export function calibrate(settled: readonly SettledDiagnosis[]): Calibration {
  const forecasts = forecastsOf(settled)
  const baseRate = forecasts.filter((f) => f.happened).length / forecasts.length
  const first = settled.filter((s) => s.rivals[0]?.fault === s.fault)
  return {
    forecasts: forecasts.length,
    diagnoses: settled.length,
    overruled: settled.filter((s) => s.overruled).length,
    firstSettled: wilson(first.length, settled.length),
    brier: brierScore(forecasts),
    brierOfBaseRate: brierScore(forecasts.map((f) => ({ ...f, probability: baseRate }))),
    rows: reliabilityTable(forecasts),
    tooFew: settled.length < DIAGNOSES_ENOUGH,
  }
}
