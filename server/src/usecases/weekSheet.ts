/** The week as it goes home: on paper, as calendar, as table, and for the home page. */
import { refuse } from '@vein-mend/contract'
import type { Outcome, SheetEntry, SheetResponse } from '@vein-mend/contract'
import { good } from '@vein-mend/core/kit'
import type { IsoDate, StudentId } from '@vein-mend/core/kit'
import {
  aimOf,
  blocksToGive,
  homeInstruction,
  rungLines,
  toldAtHome,
  weekRows,
} from '@vein-mend/core/practice'
import type { RungReader, WeekPlan, WeekRow } from '@vein-mend/core/practice'
import { factsOf, mondayOf } from '@vein-mend/core/record'
import { toPractise } from '@vein-mend/core/standing'
import type { CaseState, StudentRecord } from '@vein-mend/core/record'
import type { Exercise } from '@vein-mend/core/music'
import { rungExercise, tempoNow } from '@vein-mend/core/remedy'
import type { LadderRung } from '@vein-mend/core/remedy'
import type { Knowledge } from '@vein-mend/core/packs'
import { engraveOrNone } from '../notation'
import { weekPaper } from '../paper'
import { weekCalendar, weekTable } from '../tables'
import type { Deps } from './deps'
import { recordToday } from './recordToday'
import { solveWeek } from './practiceWeek'

/** Who reads what is said of a rung of the fault; on the sheet and at home alike. */
export function readerOf(record: StudentRecord, state: CaseState | undefined): RungReader {
  return {
    child: record.card.ageBand === 'child',
    cue: (state?.cue ?? null) !== null,
    upkeep: state?.status.state === 'mended',
  }
}

export interface RungNotes {
  readonly cue: string | null
  readonly svg: string | null
  readonly exercise: Exercise | null
}

/** A rung's cue and its notes, at the tempo the student has climbed to. */
export async function rungNotes(
  rung: LadderRung,
  state: CaseState | undefined,
  record: StudentRecord,
  knowledge: Knowledge,
): Promise<RungNotes> {
  const climb = state?.ladder?.tempo
  const settings = climb ? { tempo: tempoNow(climb) } : {}
  const exercise = rungExercise(rung, knowledge, factsOf(record.card, knowledge), settings)
  const svg = await engraveOrNone(exercise)
  return { cue: state?.cue?.words ?? null, svg, exercise }
}

/** The sheet of a week, and the plan that it lays out by exercise. */
export interface WeekSheet {
  readonly sheet: SheetResponse
  readonly plan: WeekPlan
}

async function entryOf(
  { item, minutes }: WeekRow,
  record: StudentRecord,
  knowledge: Knowledge,
): Promise<SheetEntry> {
  const { id, name, rung } = item
  const entry = { item: id, name, case: item.case, minutes }
  if (!rung) {
    const { instruction } = item
    return { ...entry, instruction, aim: null, lines: null, cue: null, svg: null, exercise: null }
  }
  const state = record.cases.find((c) => c.id === item.case)
  return {
    ...entry,
    instruction: homeInstruction(rung),
    aim: state ? aimOf(state, knowledge) : null,
    lines: rungLines(rung, readerOf(record, state)),
    ...(await rungNotes(rung, state, record, knowledge)),
  }
}

/** The sheet of the week in which the day lies, from that day on. */
export async function weekSheet(
  deps: Deps,
  student: StudentId,
  day: IsoDate,
): Promise<Outcome<WeekSheet>> {
  const record = await recordToday(deps, student)
  if (!record) return refuse('unknown_student', ['student'])
  const knowledge = await deps.knowledge.practised(record.card.instrument)
  if (!knowledge) return refuse('unknown_pack', ['instrument'])
  const week = mondayOf(day)
  const solved = await solveWeek(record, knowledge, week)
  if (!solved) return refuse('no_week', ['week'])
  const { plan } = solved
  const entries: SheetEntry[] = []
  for (const row of weekRows(plan)) entries.push(await entryOf(row, record, knowledge))
  const { name, ageBand } = record.card
  const { resting, stops } = toPractise(record)
  const child = ageBand === 'child'
  const blocks = blocksToGive(plan)
  const told = toldAtHome(knowledge, child)
  const sheet = { name, child, from: day, week, entries, resting, stops, told, blocks }
  return good({ sheet, plan })
}

export const WEEK_FILES = ['pdf', 'ics', 'csv'] as const
export type WeekFile = (typeof WEEK_FILES)[number]

export async function weekFile(
  student: StudentId,
  { sheet, plan }: WeekSheet,
  kind: WeekFile,
): Promise<string | Buffer> {
  switch (kind) {
    case 'pdf':
      return weekPaper(sheet)
    case 'ics':
      return weekCalendar(student, sheet.name, sheet.week, plan)
    case 'csv':
      return weekTable(sheet.week, plan)
  }
}
