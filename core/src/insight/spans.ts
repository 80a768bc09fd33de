/** From when to when each fault was there, on a ladder, at rest, mended: what statistics over a studio are made of. */
import type { IsoDate, CaseId } from '../kit'
import type { Stage, Strand } from '../packs'
import type { CaseState, CaseStatus, StudentRecord } from '../record'
import { settledDiagnoses } from './settledDiagnosis'
import type { SettledDiagnosis } from './settledDiagnosis'

/** One fault of one student over its whole time. */
export interface FaultSpan {
  readonly case: CaseId
  readonly fault: string
  readonly name: string
  readonly strand: Strand
  readonly stage: Stage
  /** The present remedy; null before there was one. */
  readonly remedy: string | null
  readonly formerRemedies: readonly string[]
  readonly settledOn: IsoDate
  /** The state from that day on, at its changes only, oldest first. */
  readonly states: readonly { readonly on: IsoDate; readonly state: CaseStatus['state'] }[]
}

/** What a studio keeps of one student for its statistics. */
export interface StudentSpans {
  readonly instrument: string
  /** The day up to which the record goes; null before the first lesson. */
  readonly until: IsoDate | null
  readonly spans: readonly FaultSpan[]
  readonly settled: readonly SettledDiagnosis[]
}

function spanOf(c: CaseState): FaultSpan {
  const changes = c.points.filter((p, i) => p.state !== c.points[i - 1]?.state)
  return {
    case: c.id,
    fault: c.fault,
    name: c.name,
    strand: c.strand,
    stage: c.stage,
    remedy: c.ladder?.remedy ?? null,
    formerRemedies: c.formerRemedies.map((r) => r.remedy),
    settledOn: c.points[0]?.date ?? c.beliefOn,
    states: changes.map(({ date: on, state }) => ({ on, state })),
  }
}

/** The spans of a student's faults, in the order in which they were settled. */
export function studentSpans(student: string, record: StudentRecord): StudentSpans {
  return {
    instrument: record.card.instrument,
    until: record.lessons.at(-1)?.date ?? null,
    spans: record.cases.map(spanOf),
    settled: settledDiagnoses(student, record),
  }
}
