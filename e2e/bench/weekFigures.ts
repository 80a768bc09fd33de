/** A full week solved, a forecast run, and the sheet as PDF. */
import { addDays, seededRng } from '@vein-mend/core/kit'
import type { IsoDate, CaseId } from '@vein-mend/core/kit'
import {
  forecastGate,
  forecastMended,
  gridOf,
  handWeek,
  NEW_PER_DAY,
  weekProgramme,
  weekWorth,
} from '@vein-mend/core/practice'
import type { GatePace, PracticeItem, WeekAsk, WeekGrid } from '@vein-mend/core/practice'
import { solveAnew } from '../../server/src/solver'
import { figure, p95 } from './figures'
import type { Figure } from './figures'

const ITEMS = 40
const PROJECTS = 6
const WEEKS = 30
const FORECAST_RUNS = 5000
const PAGES = 12
const WEEKS_COMPARED = 8
/** What a patient solver is given. */
const PATIENT_SECONDS = 5

/** Six projects and upkeep for the rest, more than the days can hold. */
function fullAsk(seed: number): WeekAsk {
  const rng = seededRng(seed)
  const items = Array.from({ length: ITEMS }, (_, i): PracticeItem => {
    const project = i < PROJECTS
    return {
      id: `i${i}`,
      kind: project ? 'rung' : 'upkeep',
      name: `Item ${i}`,
      minutes: project ? 3 + Math.floor(rng() * 5) : 2 + Math.floor(rng() * 3),
      askedDays: project ? 6 : 2,
      weight: project ? 3 + rng() : 1 + rng() * 0.5,
      isNew: i % 3 === 0 && project,
      place: project ? 'new' : 'strength',
      spaced: !project,
      hand: null,
      case: null,
      rung: null,
      instruction: null,
    }
  })
  const minutes = Array.from({ length: 6 }, () => 25 + 5 * Math.floor(rng() * 5))
  return {
    items,
    minutes: [...minutes, 0],
    newPerDay: NEW_PER_DAY,
    pins: [{ item: 'i0', day: 2, on: true }],
    eve: 3,
    first: null,
    group: null,
    leftToRight: null,
  }
}

async function timesOf(count: number, work: (i: number) => unknown): Promise<number[]> {
  const times: number[] = []
  for (let i = 0; i < count; i++) {
    const from = performance.now()
    await work(i)
    times.push(performance.now() - from)
  }
  return times
}

/** The worth of the week the product would show. */
async function shownWorth(ask: WeekAsk): Promise<number> {
  const solved = await solveAnew(weekProgramme(ask))
  const worth = (grid: WeekGrid | null) =>
    grid ? weekWorth(ask, (i, d) => grid[i]?.[d] ?? false) : -Infinity
  const found =
    solved.kind === 'impossible' || !solved.solution ? null : gridOf(ask, solved.solution)
  return Math.max(worth(found), solved.kind === 'best' ? -Infinity : worth(handWeek(ask)))
}

/** How far the week shown is from the best a patient solver finds, as a share. */
async function shortfall(ask: WeekAsk, shown: number): Promise<number> {
  const patient = await solveAnew(weekProgramme(ask), PATIENT_SECONDS)
  if (patient.kind === 'impossible' || !patient.solution) throw new Error('no week')
  const grid = gridOf(ask, patient.solution)
  const best = weekWorth(ask, (i, d) => grid[i]?.[d] ?? false)
  return Math.max(0, (best - shown) / Math.abs(best))
}

const PACE = { rungsLeft: 6, passed: 4, notPassed: 5, cleanInARow: 0, daysBetweenLessons: 7 }

const settings = (seed: number) => ({ kept: 0.6, runs: FORECAST_RUNS, rng: seededRng(seed) })

/** Eight needs, half of them behind faults that are being mended. */
function hardGate(): GatePace {
  const needs = Array.from({ length: 8 }, (_, n) => ({
    share: 0.7,
    lessons: [false, true, false, true, true, false, true, true],
    looked: 6,
    passedOver: 2,
    fault: n % 2 === 0 ? { id: `case-${n}` as CaseId, pace: PACE } : null,
    sinceMended: null,
  }))
  return { needs, daysBetweenLessons: 7 }
}

export async function weekFigures(): Promise<Figure[]> {
  const asks = Array.from({ length: WEEKS }, (_, i) => fullAsk(i))
  await solveAnew(weekProgramme(fullAsk(WEEKS)))
  const shown: number[] = []
  const solved = await timesOf(WEEKS, async (i) => {
    shown.push(await shownWorth(asks[i] ?? fullAsk(i)))
  })
  const short: number[] = []
  for (const [i, ask] of asks.slice(0, WEEKS_COMPARED).entries()) {
    short.push(100 * (await shortfall(ask, shown[i] ?? 0)))
  }
  const forecast = await timesOf(20, (i) => forecastMended(PACE, settings(i)))
  const gate = await timesOf(20, (i) => forecastGate(hardGate(), settings(i)))
  return [
    figure('a week of 6 projects and 40 items solved: p95', p95(solved), 'ms', 300),
    figure('that week short of the best, at the worst', Math.max(...short), '%', 5),
    figure('a forecast of 5,000 runs: p95', p95(forecast), 'ms', 500),
    figure('a gate with 8 needs, 5,000 runs: p95', p95(gate), 'ms', 500),
  ]
}

/** The sheet as PDF, from the demo studio; the day moves so that nothing is answered twice. */
export async function sheetFigure(url: string, today: IsoDate): Promise<Figure> {
  const times = await timesOf(PAGES, async (i) => {
    const day = addDays(today, i)
    const answer = await fetch(`${url}/api/students/student-marrow/practice.pdf?day=${day}`)
    if (!answer.ok) throw new Error(`no sheet: ${answer.status}`)
    await answer.arrayBuffer()
  })
  return figure('the sheet as PDF: p95', p95(times.slice(1)), 'ms', 1000)
}
