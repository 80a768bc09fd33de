/** The practice sheet: the rungs in progress, in order, fitted to the minutes at home. */
import type { LadderRung } from '../remedy'
import type { CaseId } from '../kit'
import { ordinaryDayMinutes, activeProjects, restsForPain, stopsHolding } from '../record'
import type { CaseState, StudentRecord, Stop } from '../record'

/** One exercise of the practice sheet. */
export interface RungToPractise {
  readonly case: CaseId
  readonly fault: string
  readonly rung: LadderRung
  readonly rungNumber: number
  readonly rungsInAll: number
  readonly cue: string | null
  readonly minutes: number
}

/** What to practise, in order, and what rests. */
export interface ToPractise {
  readonly name: string
  readonly items: readonly RungToPractise[]
  /** Remedies that rest because a part they load hurts. */
  readonly resting: readonly string[]
  /** What stops the playing, whatever is mended. */
  readonly stops: readonly Stop[]
  readonly minutesAsked: number
  readonly minutesAtHome: number
  /** Minutes by which the list outgrows the day; 0 when it fits. */
  readonly minutesOver: number
}

/** What the student takes home, new movement while fresh: the lower rung first. */
export function toPractise(record: StudentRecord): ToPractise {
  const rests = (c: CaseState) => restsForPain(record, c)
  const projects = activeProjects(record)
  const items = projects
    .filter((c) => !rests(c))
    .flatMap((c): RungToPractise[] => {
      const rung = c.ladder?.rungs[c.ladder.at]
      if (!c.ladder || !rung) return []
      return [
        {
          case: c.id,
          fault: c.name,
          rung,
          rungNumber: c.ladder.at + 1,
          rungsInAll: c.ladder.rungs.length,
          cue: c.cue?.words ?? null,
          minutes: rung.dose.minutes,
        },
      ]
    })
    .sort((a, b) => a.rungNumber / a.rungsInAll - b.rungNumber / b.rungsInAll)
  const minutesAtHome = ordinaryDayMinutes(record.card)
  const minutesAsked = items.reduce((sum, item) => sum + item.minutes, 0)
  return {
    name: record.card.name,
    items,
    stops: stopsHolding(record),
    resting: projects.filter((c) => c.ladder !== null && rests(c)).map((c) => c.name),
    minutesAsked,
    minutesAtHome,
    minutesOver: Math.max(0, minutesAsked - minutesAtHome),
  }
}
