/** One line about a student for the list of today, kept beside the record so that lists stay quick. */
import type { IsoDate } from '../kit'
import { lessonsStuck } from './caseSteps'
import { hurtsUnanswered } from './home'
import { painfulParts } from './painfulParts'
import type { CaseStatus, StudentRecord } from './state'

/** A student in one line, for Today. */
export interface StudentSummary {
  readonly name: string
  readonly instrument: string
  readonly stage: string
  readonly lessons: number
  readonly lastLesson: IsoDate | null
  readonly openLesson: string | null
  /** The day agreed for the next lesson. */
  readonly nextLesson: IsoDate | null
  /** Faults by state. */
  readonly faults: Readonly<Record<CaseStatus['state'], number>>
  readonly nextRecheck: IsoDate | null
  readonly stuck: readonly string[]
  /** Exercises that hurt at home and that no lesson has answered. */
  readonly hurtAtHome: readonly string[]
  readonly projects: readonly { readonly name: string; readonly cue: string | null }[]
  readonly pain: boolean
}

/** Boils a record down to what the list of students shows. */
export function summarise(record: StudentRecord): StudentSummary {
  const faults = { open: 0, healing: 0, resting: 0, mended: 0, relapsed: 0 }
  for (const c of record.cases) faults[c.status.state] += 1
  const rechecks = record.cases.flatMap((c) =>
    c.status.state === 'mended' && c.status.nextRecheck !== null ? [c.status.nextRecheck] : [],
  )
  const healing = record.cases.filter((c) => c.status.state === 'healing')
  return {
    name: record.card.name,
    instrument: record.card.instrument,
    stage: record.card.stage,
    lessons: record.lessons.length,
    lastLesson: record.lessons.at(-1)?.date ?? null,
    nextLesson: record.lessons.at(-1)?.next ?? null,
    openLesson: record.lessons.find((l) => l.open)?.id ?? null,
    faults,
    nextRecheck: rechecks.sort()[0] ?? null,
    stuck: healing.filter((c) => lessonsStuck(c) > 0).map((c) => c.name),
    hurtAtHome: hurtsUnanswered(record).map((h) => h.name),
    projects: healing.map((c) => ({ name: c.name, cue: c.cue?.words ?? null })),
    pain: record.card.flags.includes('pain') || painfulParts(record).length > 0,
  }
}
