/** One line about a student for the list of today, kept beside the record so that lists stay quick. */
import type { IsoDate } from '../kit'
import type { Stage } from '../packs'
import { lessonsStuck, hurtsUnanswered, ruleFor, wordsOnRecord, stopsOpen } from '../record'
import type { KnownWords, CaseStatus, StudentRecord } from '../record'

/** Words from home that stand on Today; all of them stand with the student. */
const HOME_WORDS_MOST = 3

/** A student in one line, for Today. */
export interface StudentSummary {
  readonly name: string
  readonly instrument: string
  readonly stage: Stage
  readonly lessons: number
  readonly lastLesson: IsoDate | null
  readonly openLesson: string | null
  /** The day agreed for the next lesson. */
  readonly nextLesson: IsoDate | null
  /** Faults by state. */
  readonly faults: Readonly<Record<CaseStatus['state'], number>>
  /** Mended faults and the day on which each is to be looked at again, soonest first. */
  readonly looksToCome: readonly { readonly name: string; readonly on: IsoDate }[]
  /** Faults that have come back and are not being mended yet. */
  readonly relapsed: readonly string[]
  /** Said from home since the last lesson, the latest of it, oldest first. */
  readonly homeWords: readonly { readonly on: IsoDate; readonly words: string }[]
  /** How much more was said before that. */
  readonly homeWordsMore: number
  readonly stuck: readonly string[]
  /** Faults of which the rule says that they are mended; the teacher has not said so yet. */
  readonly ready: readonly string[]
  /** Exercises that hurt at home and that no lesson has answered. */
  readonly hurtAtHome: readonly string[]
  readonly projects: readonly { readonly name: string; readonly cue: string | null }[]
  /** Something stops the playing, or is only allowed until a day, that was told by a sign or the card; what hurt at home is named by itself. */
  readonly pain: boolean
  /** What was noted in the teacher's own words: found again with every student of the instrument. */
  readonly ownWords: readonly KnownWords[]
}

function looksToCome({ cases }: StudentRecord): StudentSummary['looksToCome'] {
  return cases
    .flatMap(({ name, status }) =>
      status.state === 'mended' && status.nextRecheck !== null
        ? [{ name, on: status.nextRecheck }]
        : [],
    )
    .sort((a, b) => (a.on < b.on ? -1 : a.on > b.on ? 1 : 0))
}

/** Boils a record down to what the list of students shows. */
export function summarise(record: StudentRecord): StudentSummary {
  const faults = { open: 0, healing: 0, resting: 0, mended: 0, relapsed: 0 }
  for (const c of record.cases) faults[c.status.state] += 1
  const last = record.lessons.at(-1)
  const healing = record.cases.filter((c) => c.status.state === 'healing')
  const said = record.home.notes.flatMap(({ date, words }) =>
    !last || date >= last.date ? [{ on: date, words }] : [],
  )
  return {
    name: record.card.name,
    instrument: record.card.instrument,
    stage: record.card.stage,
    lessons: record.lessons.length,
    lastLesson: last?.date ?? null,
    nextLesson: last?.next ?? null,
    openLesson: record.lessons.find((l) => l.open)?.id ?? null,
    faults,
    looksToCome: looksToCome(record),
    relapsed: record.cases.filter((c) => c.status.state === 'relapsed').map((c) => c.name),
    homeWords: said.slice(-HOME_WORDS_MOST),
    homeWordsMore: Math.max(0, said.length - HOME_WORDS_MOST),
    ready: healing.filter((c) => ruleFor(record, c).holds).map((c) => c.name),
    stuck: healing.filter((c) => lessonsStuck(c) > 0).map((c) => c.name),
    hurtAtHome: hurtsUnanswered(record).map((h) => h.name),
    projects: healing.map((c) => ({ name: c.name, cue: c.cue?.words ?? null })),
    pain: stopsOpen(record).some((s) => s.source !== 'home'),
    ownWords: wordsOnRecord(record),
  }
}
