/** The week at home, solved from the record as it stands. */
import type { Outcome, PracticeWeekResponse } from '@vein-mend/contract'
import { refuse } from '@vein-mend/contract'
import { addDays, good } from '@vein-mend/core/kit'
import type { IsoDate, CaseId, StudentId } from '@vein-mend/core/kit'
import {
  fillWeek,
  gained,
  gridOf,
  handWeek,
  readWeek,
  weekAsk,
  weekProgramme,
  weekWorth,
} from '@vein-mend/core/practice'
import type { Knowledge } from '@vein-mend/core/packs'
import type { WeekAsk, WeekGrid, WeekPlan } from '@vein-mend/core/practice'
import { activeProjects, keptDaily, keptWeeks, mondayOf } from '@vein-mend/core/record'
import type { StudentRecord } from '@vein-mend/core/record'
import { solveProgramme } from '../solver'
import type { Deps } from './deps'
import { recordToday } from './recordToday'

/** What is offered as one step more. */
const MORE_MINUTES = 10
const WEEKS_SHOWN = 8
/** Weeks from which "practice daily" is judged. */
const DAILY_WEEKS = 4

export interface SolvedWeek {
  readonly plan: WeekPlan
  /** No better week there is, within a five-hundredth; else the best found in the time. */
  readonly best: boolean
  /** Some pin could not be had with the others; the week is solved without any. */
  readonly pinsLetGo: boolean
}

/** The better of two weeks by the programme's own measure. */
function betterOf(ask: WeekAsk, grids: readonly (WeekGrid | null)[]): WeekGrid | null {
  const worth = (grid: WeekGrid) => weekWorth(ask, (i, d) => grid[i]?.[d] ?? false)
  return grids
    .filter((grid) => grid !== null)
    .reduce<WeekGrid | null>((a, b) => (a === null || worth(b) > worth(a) ? b : a), null)
}

/** What is left of the days goes to the projects and the music. */
const full = (ask: WeekAsk, grid: WeekGrid) => fillWeek(ask, readWeek(ask, grid))

async function solve(ask: WeekAsk): Promise<Omit<SolvedWeek, 'pinsLetGo'> | null> {
  // Everything rests: there is nothing to place.
  if (ask.items.length === 0) return { plan: readWeek(ask, []), best: true }
  const solved = await solveProgramme(weekProgramme(ask))
  if (solved.kind === 'impossible') return null
  if (solved.kind === 'best') {
    return { plan: full(ask, gridOf(ask, solved.solution)), best: true }
  }
  const found = solved.solution && gridOf(ask, solved.solution)
  const grid = betterOf(ask, [found, handWeek(ask)])
  return grid && { plan: full(ask, grid), best: false }
}

/** The best week; where the pins contradict each other or the minutes, the week without them. */
export async function solveWeek(
  record: StudentRecord,
  knowledge: Knowledge,
  monday: IsoDate,
  more = 0,
): Promise<SolvedWeek | null> {
  const ask = weekAsk(record, knowledge, monday, more)
  const pinned = await solve(ask)
  if (pinned) return { ...pinned, pinsLetGo: false }
  const free = await solve({ ...ask, pins: [], leftToRight: null })
  return free && { ...free, pinsLetGo: true }
}

/** The record as if the project went first. */
function withFirst(record: StudentRecord, first: CaseId): StudentRecord {
  const { home } = record
  return { ...record, home: { ...home, wishes: { ...home.wishes, first } } }
}

/** The week with each project put first that is not so already; nothing where none competes. */
async function eachFirst(record: StudentRecord, knowledge: Knowledge, monday: IsoDate) {
  const projects = activeProjects(record)
  const others = projects.filter((c) => c.id !== record.home.wishes.first)
  const first: PracticeWeekResponse['first'][number][] = []
  for (const { id } of projects.length > 1 ? others : []) {
    const solved = await solveWeek(withFirst(record, id), knowledge, monday)
    if (solved) first.push({ case: id, plan: solved.plan })
  }
  return first
}

/** The week in which the day lies, with what ten minutes more a day would bring. */
export async function practiceWeek(
  deps: Deps,
  student: StudentId,
  day: IsoDate,
): Promise<Outcome<PracticeWeekResponse>> {
  const record = await recordToday(deps, student)
  if (!record) return refuse('unknown_student', ['student'])
  const knowledge = await deps.knowledge.practised(record.card.instrument)
  if (!knowledge) return refuse('unknown_pack', ['instrument'])
  const monday = mondayOf(day)
  const solved = await solveWeek(record, knowledge, monday)
  const roomier = await solveWeek(record, knowledge, monday, MORE_MINUTES)
  if (!solved || !roomier) return refuse('no_week', ['week'])
  const kept = keptWeeks(record.home, deps.today(), WEEKS_SHOWN)
  return good({
    week: monday,
    next: addDays(monday, 7),
    ...solved,
    more: { minutes: MORE_MINUTES, plan: roomier.plan, gained: gained(roomier.plan, solved.plan) },
    first: await eachFirst(record, knowledge, monday),
    daily: keptDaily(kept.slice(-DAILY_WEEKS)),
    kept,
  })
}
