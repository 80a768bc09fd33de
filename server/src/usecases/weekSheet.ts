/** The week as it goes home: on paper, as calendar, as table, and for the home page. */
import { good, refuse } from '@vein-mend/core/kit'
import type { IsoDate, Result } from '@vein-mend/core/kit'
import type { PracticeItem, WeekPlan } from '@vein-mend/core/practice'
import { factsOf, mondayOf, playRecord, practiceSheet } from '@vein-mend/core/record'
import type { StudentId, StudentRecord } from '@vein-mend/core/record'
import { rungExercise, tempoNow } from '@vein-mend/core/remedy'
import type { Knowledge } from '@vein-mend/core/packs'
import { engrave, weekCalendar, weekPaper, weekTable } from '../paper'
import type { WeekOnPaper } from '../paper'
import type { Deps } from './deps'
import { solveWeek } from './practiceWeek'

type SheetEntry = WeekOnPaper['items'][number]

/** An item with its cue and its notes at the student's tempo. */
async function entryOf(
  item: PracticeItem,
  record: StudentRecord,
  knowledge: Knowledge,
): Promise<SheetEntry> {
  const state = record.cases.find((c) => c.id === item.case)
  const climb = state?.ladder?.tempo
  const settings = climb ? { tempo: tempoNow(climb) } : {}
  const exercise =
    item.rung && rungExercise(item.rung, knowledge, factsOf(record.card, knowledge), settings)
  return {
    item,
    cue: state?.cue?.words ?? null,
    svg: exercise ? await engrave(exercise) : null,
    exercise,
  }
}

export interface WeekSheet extends WeekOnPaper {
  readonly record: StudentRecord
}

export async function weekSheet(
  deps: Deps,
  student: StudentId,
  day: IsoDate,
): Promise<Result<WeekSheet>> {
  const record = playRecord(await deps.store.actsOf(student))
  if (!record) return refuse('unknown_student', ['student'])
  const knowledge = await deps.knowledge.practised(record.card.instrument)
  if (!knowledge) return refuse('unknown_pack', ['instrument'])
  const monday = mondayOf(day)
  const solved = await solveWeek(record, monday)
  if (!solved) return refuse('no_week', ['week'])
  const entries: SheetEntry[] = []
  for (const item of placedItems(solved.plan)) {
    if (item.rung) entries.push(await entryOf(item, record, knowledge))
  }
  const { name, ageBand } = record.card
  const { resting } = practiceSheet(record)
  return good({ record, name, ageBand, monday, plan: solved.plan, items: entries, resting })
}

/** Each item that has a place in the week, once, in the order of the first day it is on. */
function placedItems(plan: WeekPlan): readonly PracticeItem[] {
  const items = plan.days.flatMap((d) => d.blocks.map((b) => b.item))
  return [...new Map(items.map((item) => [item.id, item])).values()]
}

export const WEEK_FILES = ['pdf', 'ics', 'csv'] as const
export type WeekFile = (typeof WEEK_FILES)[number]

export async function weekFile(
  student: StudentId,
  sheet: WeekSheet,
  kind: WeekFile,
): Promise<string | Buffer> {
  switch (kind) {
    case 'pdf':
      return weekPaper(sheet)
    case 'ics':
      return weekCalendar(student, sheet.name, sheet.monday, sheet.plan)
    case 'csv':
      return weekTable(sheet.monday, sheet.plan)
  }
}
