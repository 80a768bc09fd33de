/** When a fault may be mended: windows from many simulated ways it could go, never a single date. */
import { daysBetween } from '../kit'
import type { Rng } from '../kit'
import { CLEAN_LESSONS_ASKED } from '../mending'
import type { CaseState, StudentRecord } from '../record'

/** What is known of how this fault moves. */
export interface Pace {
  /** Rungs still to climb: 0 on the last one, where only the clean lessons are missing. */
  readonly rungsLeft: number
  /** Lessons in which a rung was passed, and in which it was not. */
  readonly passed: number
  readonly notPassed: number
  /** Clean unprompted lessons in a row so far. */
  readonly cleanInARow: number
  readonly daysBetweenLessons: number
}

/** How a forecast is drawn: the share of practice kept, runs, and chance. */
export interface ForecastSettings {
  /** Share of the practice asked for that is kept, [0, 1]. */
  readonly kept: number
  readonly runs: number
  readonly rng: Rng
}

/** Days from today, the bounds of the middle 50 % and 80 % of the runs. */
export interface ForecastWindow {
  readonly half: readonly [number, number]
  readonly most: readonly [number, number]
  /** Share of runs not mended within two years. */
  readonly never: number
}

/** Lessons a rung takes are worth this many seen ones: passed in half, with usual practice; our choice. */
export const PRIOR = { passed: 2, notPassed: 2 } as const
/** Practice kept in an ordinary week, to which the prior belongs. */
const USUAL_KEPT = 0.6
/** Chance of a clean unprompted lesson once the ladder is climbed, as Beta pseudo-counts. */
const CLEAN_PRIOR = { clean: 4, not: 2 } as const
/** Two years of weekly lessons; what takes longer is beyond forecasting. */
export const LESSONS_MOST = 104

/** A draw from a Beta distribution with whole or half parameters, by two gammas (Marsaglia and Tsang 2000). */
export function drawBeta(rng: Rng, a: number, b: number): number {
  const x = drawGamma(rng, a)
  const y = drawGamma(rng, b)
  return x / (x + y)
}

function drawNormal(rng: Rng): number {
  // Box and Muller 1958.
  return Math.sqrt(-2 * Math.log(1 - rng())) * Math.cos(2 * Math.PI * rng())
}

function drawGamma(rng: Rng, shape: number): number {
  const d = shape - 1 / 3
  const c = 1 / Math.sqrt(9 * d)
  for (;;) {
    const x = drawNormal(rng)
    const v = (1 + c * x) ** 3
    if (v <= 0) continue
    if (Math.log(1 - rng()) < 0.5 * x * x + d - d * v + d * Math.log(v)) return d * v
  }
}

/** Lessons until the last rung is passed and the clean lessons are there, in one way it could go. */
export function lessonsToMended(pace: Pace, { kept, rng }: ForecastSettings): number {
  const atUsual = drawBeta(rng, PRIOR.passed + pace.passed, PRIOR.notPassed + pace.notPassed)
  // Practice moves the odds of passing in proportion to what is kept.
  const odds = (atUsual / (1 - atUsual)) * Math.max(0.05, kept / USUAL_KEPT)
  const pass = odds / (1 + odds)
  const clean = drawBeta(rng, CLEAN_PRIOR.clean, CLEAN_PRIOR.not)
  let rungs = pace.rungsLeft
  let row = rungs > 0 ? 0 : pace.cleanInARow
  for (let lesson = 1; lesson <= LESSONS_MOST; lesson++) {
    if (rungs > 0) {
      if (rng() < pass) rungs -= 1
    } else {
      row = rng() < clean ? row + 1 : 0
      if (row >= CLEAN_LESSONS_ASKED) return lesson
    }
  }
  return Infinity
}

function quantile(sorted: readonly number[], share: number): number {
  const at = Math.min(sorted.length - 1, Math.max(0, Math.round(share * (sorted.length - 1))))
  return sorted[at] ?? Infinity
}

/** The windows that hold the middle of the runs, each told in lessons; Infinity for one that does not get there. */
export function windowOf(lessons: readonly number[], daysBetweenLessons: number): ForecastWindow {
  const sorted = lessons.toSorted((a, b) => a - b)
  const days = (share: number) => quantile(sorted, share) * daysBetweenLessons
  return {
    half: [days(0.25), days(0.75)],
    most: [days(0.1), days(0.9)],
    never: sorted.filter((l) => l === Infinity).length / sorted.length,
  }
}

/** The windows for a fault. Seeded, so that the same question has the same answer. */
export function forecastMended(pace: Pace, settings: ForecastSettings): ForecastWindow {
  const lessons = Array.from({ length: settings.runs }, () => lessonsToMended(pace, settings))
  return windowOf(lessons, pace.daysBetweenLessons)
}

/** Taken between lessons while there are too few to say. */
const USUAL_GAP_DAYS = 7

/** The middle gap between lessons, days; a week while nothing is known. */
export function usualGapDays({ lessons }: StudentRecord): number {
  const gaps = lessons
    .slice(1)
    .map((l, i) => daysBetween(lessons[i]?.date ?? l.date, l.date))
    .filter((d) => d > 0)
    .sort((a, b) => a - b)
  return gaps[Math.floor(gaps.length / 2)] ?? USUAL_GAP_DAYS
}

/** What the record says about a fault's pace; null when no ladder is running. */
export function paceOf(
  state: CaseState,
  cleanInARow: number,
  daysBetweenLessons: number,
): Pace | null {
  const { ladder } = state
  if (!ladder || state.status.state !== 'healing') return null
  const points = state.points
  const passed = points.filter((p, i) => {
    const before = points[i - 1]
    return before !== undefined && p.rungsPassed > before.rungsPassed
  }).length
  return {
    rungsLeft: ladder.rungs.length - 1 - ladder.at,
    passed,
    notPassed: Math.max(0, points.length - 1 - passed),
    cleanInARow,
    daysBetweenLessons,
  }
}
