/** The week as it goes home: on paper, as calendar, as table, and for the home page. */
import { refuse } from '@vein-mend/contract'
import type { Outcome } from '@vein-mend/contract'
import { good } from '@vein-mend/core/kit'
import type { IsoDate } from '@vein-mend/core/kit'
import type { PracticeItem, WeekPlan } from '@vein-mend/core/practice'
import { factsOf, mondayOf, practiceSheet } from '@vein-mend/core/record'
import type { CaseState, StudentId, StudentRecord } from '@vein-mend/core/record'
import type { Exercise } from '@vein-mend/core/music'
import { rungExercise, tempoNow } from '@vein-mend/core/remedy'
import type { LadderRung } from '@vein-mend/core/remedy'
import type { Knowledge } from '@vein-mend/core/packs'
import { engraveOrNone } from '../notation'
import { weekPaper } from '../paper'
import type { WeekOnPaper } from '../paper'
import { weekCalendar, weekTable } from '../tables'
import type { Deps } from './deps'
import { solveWeek } from './practiceWeek'

type SheetEntry = WeekOnPaper['items'][number]

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

export async function weekSheet(
  deps: Deps,
  student: StudentId,
  day: IsoDate,
): Promise<Outcome<WeekOnPaper>> {
  const record = await deps.store.recordOf(student)
  if (!record) return refuse('unknown_student', ['student'])
  const knowledge = await deps.knowledge.practised(record.card.instrument)
  if (!knowledge) return refuse('unknown_pack', ['instrument'])
  const monday = mondayOf(day)
  const solved = await solveWeek(record, knowledge, monday)
  if (!solved) return refuse('no_week', ['week'])
  const entries: SheetEntry[] = []
  for (const item of placedItems(solved.plan)) {
    if (!item.rung) {
      if (item.instruction !== null) entries.push({ item, cue: null, svg: null, exercise: null })
      continue
    }
    const state = record.cases.find((c) => c.id === item.case)
    entries.push({ item, ...(await rungNotes(item.rung, state, record, knowledge)) })
  }
  const { name, ageBand } = record.card
  const { resting } = practiceSheet(record)
  return good({ name, ageBand, monday, plan: solved.plan, items: entries, resting })
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
  sheet: WeekOnPaper,
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
