/** What a stretch of time brought a student: as facts, as a letter, as a report, and every table. */
import { refuse } from '@vein-mend/contract'
import { addDays, good } from '@vein-mend/core/kit'
import type { IsoDate, StudentId } from '@vein-mend/core/kit'
import type { StudentRecord } from '@vein-mend/core/record'
import { progressOf } from '@vein-mend/core/watch'
import { progressLetter, termReport } from '../paper'
import type { Outcome, RecordTable } from '@vein-mend/contract'
import type { ProgressOnPaper } from '../paper'
import { actsTable, recordTable } from '../tables'
import type { Deps } from './deps'
import { recordToday } from './recordToday'

/** A term, where nobody says from when. */
const TERM_DAYS = 90

export interface Stretch {
  readonly from: IsoDate | null
  readonly to: IsoDate | null
}

async function recordOf(deps: Deps, student: StudentId): Promise<Outcome<StudentRecord>> {
  const record = await recordToday(deps, student)
  return record ? good(record) : refuse('unknown_student', ['student'])
}

async function onPaper(
  deps: Deps,
  student: StudentId,
  stretch: Stretch,
): Promise<Outcome<ProgressOnPaper>> {
  const found = await recordOf(deps, student)
  if (!found.ok) return found
  const record = found.value
  const knowledge = await deps.knowledge.practised(record.card.instrument)
  if (!knowledge) return refuse('unknown_pack', ['instrument'])
  const to = stretch.to ?? deps.today()
  const from = stretch.from ?? addDays(to, -TERM_DAYS)
  if (from > to) return refuse('ends_before_it_begins', ['to'], { from, to })
  const { name, ageBand } = record.card
  const progress = progressOf(record, knowledge, from, to)
  return good({ name, ageBand, instrument: knowledge.name, progress, record })
}

export const PROGRESS_FILES = ['letter', 'report'] as const
export type ProgressFile = (typeof PROGRESS_FILES)[number]

export interface NamedFile<T> {
  readonly name: string
  readonly body: T
}

export async function progressFile(
  deps: Deps,
  student: StudentId,
  stretch: Stretch,
  file: ProgressFile,
): Promise<Outcome<NamedFile<Buffer>>> {
  const paper = await onPaper(deps, student, stretch)
  if (!paper.ok) return paper
  const make = file === 'letter' ? progressLetter : termReport
  return good({ name: paper.value.name, body: await make(paper.value) })
}

export async function tableFile(
  deps: Deps,
  student: StudentId,
  table: RecordTable,
): Promise<Outcome<NamedFile<string>>> {
  const record = await recordOf(deps, student)
  if (!record.ok) return record
  const { name } = record.value.card
  if (table !== 'acts') return good({ name, body: recordTable(record.value, table) })
  const rows = await deps.store.rowsOf(student)
  return good({ name, body: actsTable(rows.flatMap(({ act }) => act ?? [])) })
}
