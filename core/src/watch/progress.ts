/** What a stretch of time brought: mended, healing, come back, gates that opened; facts only, words elsewhere. */
import type { IsoDate, CaseId } from '../kit'
import type { Knowledge } from '../packs'
import { gateOpenings, gateStates } from '../standing'
import { keptShare } from '../record'
import type { CaseState, StudentRecord } from '../record'
import type { NeedState } from '../standing'

/** What a stretch of time brought one fault. */
export interface ProgressFault {
  readonly case: CaseId
  readonly name: string
  /** What its remedy is for, in the pack's words; empty when there is none. */
  readonly aim: string
  readonly cue: string | null
}

/** What a stretch of time brought a student. */
export interface Progress {
  readonly from: IsoDate
  readonly to: IsoDate
  readonly lessons: number
  readonly strengths: readonly string[]
  readonly mended: readonly (ProgressFault & {
    readonly on: IsoDate
    readonly cleanRechecks: number
  })[]
  readonly cameBack: readonly (ProgressFault & { readonly on: IsoDate })[]
  readonly healing: readonly (ProgressFault & {
    readonly rung: string
    readonly number: number
    readonly of: number
    readonly rungsPassed: number
  })[]
  /** Settled and waiting, or resting. */
  readonly next: readonly ProgressFault[]
  readonly gatesOpened: readonly {
    readonly gate: string
    readonly name: string
    readonly on: IsoDate
    readonly needs: readonly NeedState[]
  }[]
  /** Gates nearest to opening, with what is still missing. */
  readonly gatesNext: readonly {
    readonly name: string
    readonly needs: readonly NeedState[]
  }[]
  /** Share of the practice asked for that was ticked; null when not known. */
  readonly kept: number | null
}

const GATES_NEXT_MOST = 2

function faultOf(state: CaseState, knowledge: Knowledge): ProgressFault {
  const remedy = knowledge.remedies.find((r) => r.id === state.ladder?.remedy)
  const { id, name, cue } = state
  return { case: id, name, aim: remedy?.aim ?? '', cue: cue?.words ?? null }
}

function within(day: IsoDate, from: IsoDate, to: IsoDate): boolean {
  return day >= from && day <= to
}

/** Rungs passed between the two days. */
function passedWithin(state: CaseState, from: IsoDate, to: IsoDate): number {
  const upTo = (day: IsoDate) => state.points.findLast((p) => p.date <= day)?.rungsPassed ?? 0
  const before = state.points.findLast((p) => p.date < from)?.rungsPassed ?? 0
  return Math.max(0, upTo(to) - before)
}

function gatesOf(record: StudentRecord, knowledge: Knowledge, from: IsoDate, to: IsoDate) {
  const states = gateStates(record, knowledge)
  const opened = [...gateOpenings(record, knowledge)].flatMap(([gate, on]) => {
    const state = states.find((s) => s.gate.id === gate)
    return state?.state === 'open' && within(on, from, to)
      ? [{ gate, name: state.gate.name, on, needs: state.needs }]
      : []
  })
  const next = states
    .filter((s) => s.state === 'not-yet' && !s.overruled)
    .sort((a, b) => missing(a.needs) - missing(b.needs))
    .slice(0, GATES_NEXT_MOST)
    .map((s) => ({ name: s.gate.name, needs: s.needs.filter((n) => !n.holds) }))
  return { opened, next }
}

function missing(needs: readonly NeedState[]): number {
  return needs.filter((n) => !n.holds).length
}

/** The progress from the first day to the last, both within, as the record stands now. */
export function progressOf(
  record: StudentRecord,
  knowledge: Knowledge,
  from: IsoDate,
  to: IsoDate,
): Progress {
  const lessons = record.lessons.filter((l) => within(l.date, from, to))
  const gates = gatesOf(record, knowledge, from, to)
  const facts = (state: CaseState) => faultOf(state, knowledge)
  return {
    from,
    to,
    lessons: lessons.length,
    strengths: [...new Set(lessons.flatMap((l) => l.strengths))],
    mended: record.cases.flatMap((c) =>
      c.status.state === 'mended' && within(c.status.on, from, to)
        ? [{ ...facts(c), on: c.status.on, cleanRechecks: c.status.cleanRechecks }]
        : [],
    ),
    cameBack: record.cases.flatMap((c) => {
      const back = c.points.findLast((p) => p.state === 'relapsed' && within(p.date, from, to))
      return back && c.status.state !== 'mended' ? [{ ...facts(c), on: back.date }] : []
    }),
    healing: record.cases.flatMap((c) => {
      const { ladder } = c
      const rung = ladder?.rungs[ladder.at]
      if (!ladder || !rung || c.status.state !== 'healing') return []
      return [
        {
          ...facts(c),
          rung: rung.name,
          number: ladder.at + 1,
          of: ladder.rungs.length,
          rungsPassed: passedWithin(c, from, to),
        },
      ]
    }),
    next: record.cases
      .filter((c) => c.status.state === 'open' || c.status.state === 'resting')
      .map(facts),
    gatesOpened: gates.opened,
    gatesNext: gates.next,
    kept: keptShare(record.home, from, to),
  }
}
