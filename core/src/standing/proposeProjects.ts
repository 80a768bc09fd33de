/** Which of the waiting faults to mend next, in an order with reasons; the student picks. */
import { FROM_THE_BASE } from '../diagnosis'
import { daysBetween } from '../kit'
import type { IsoDate } from '../kit'
import { STRANDS } from '../packs'
import type { Knowledge } from '../packs'
import { factsOf, stoppedParts } from '../record'
import type { CaseState, StudentRecord } from '../record'

/** Why a fault is proposed, or waits. */
export type ProjectReason =
  | { readonly kind: 'may-harm' }
  | { readonly kind: 'base-first' }
  | { readonly kind: 'drives'; readonly names: readonly string[] }
  | { readonly kind: 'came-back'; readonly times: number }
  | { readonly kind: 'grave'; readonly severity: number }
  | { readonly kind: 'waits'; readonly weeks: number }
  | { readonly kind: 'rests'; readonly why: string }
  | { readonly kind: 'hurts' }

/** A fault that could be worked on next, with its reasons. */
export interface ProposedProject {
  readonly state: CaseState
  readonly reasons: readonly ProjectReason[]
}

/** From this severity on a fault may do harm and goes before everything else. */
const MAY_HARM = 5
const GRAVE = 4
/** Weeks of waiting that are worth saying. */
const LONG_WAIT_WEEKS = 3

/** Open faults of this student that a case drives. */
function driven(record: StudentRecord, state: CaseState): readonly string[] {
  return record.cases
    .filter((c) => c.drivenBy.includes(state.id) && c.status.state !== 'mended')
    .map((c) => c.name)
}

function reasonsFor(
  record: StudentRecord,
  state: CaseState,
  baseFirst: boolean,
  hurts: boolean,
  today: IsoDate,
): readonly ProjectReason[] {
  const names = driven(record, state)
  const settled = record.lessons.find((l) => l.id === state.settledOn)
  const weeks = settled ? Math.floor(daysBetween(settled.date, today) / 7) : 0
  const { status } = state
  return [
    ...(hurts ? [{ kind: 'hurts' } as const] : []),
    ...(state.severity >= MAY_HARM ? [{ kind: 'may-harm' } as const] : []),
    ...(baseFirst && state.strand === 'posture' ? [{ kind: 'base-first' } as const] : []),
    ...(names.length > 0 ? [{ kind: 'drives', names } as const] : []),
    ...(status.state === 'relapsed' ? [{ kind: 'came-back', times: status.times } as const] : []),
    ...(status.state === 'resting' ? [{ kind: 'rests', why: status.reason } as const] : []),
    ...(state.severity === GRAVE ? [{ kind: 'grave', severity: GRAVE } as const] : []),
    ...(status.state === 'open' && weeks >= LONG_WAIT_WEEKS
      ? [{ kind: 'waits', weeks } as const]
      : []),
  ]
}

/** What comes earlier has the smaller list: compared place by place. */
function rank(record: StudentRecord, state: CaseState, baseFirst: boolean, hurts: boolean) {
  return [
    hurts ? 1 : 0,
    state.severity >= MAY_HARM ? 0 : 1,
    baseFirst ? STRANDS.indexOf(state.strand) : 0,
    -driven(record, state).length,
    state.status.state === 'relapsed' ? 0 : 1,
    -state.severity,
  ]
}

function compare(a: readonly number[], b: readonly number[]): number {
  for (const [i, x] of a.entries()) {
    const difference = x - (b[i] ?? 0)
    if (difference !== 0) return difference
  }
  return 0
}

/**
 * Faults that are settled and not being mended: safety first, then what lies upstream of the rest (or the
 * base, where the school mends from there), then what came back, then the graver one. What loads a part
 * that hurts comes last and says so. Common practice, no source.
 */
export function proposeProjects(
  record: StudentRecord,
  knowledge: Knowledge,
  today: IsoDate,
): readonly ProposedProject[] {
  const baseFirst = Object.values(factsOf(record.card, knowledge).schools).includes(FROM_THE_BASE)
  const painful = stoppedParts(record)
  const hurts = (state: CaseState) => {
    const fault = knowledge.faults.find((f) => f.id === state.fault)
    const remedies = knowledge.remedies.filter((r) => fault?.remedies.includes(r.id))
    return (
      remedies.length > 0 && remedies.every((r) => r.loads.some((part) => painful.includes(part)))
    )
  }
  return record.cases
    .filter((c) => c.status.state !== 'mended' && c.status.state !== 'healing')
    .map((state) => ({
      state,
      reasons: reasonsFor(record, state, baseFirst, hurts(state), today),
      rank: rank(record, state, baseFirst, hurts(state)),
    }))
    .sort((a, b) => compare(a.rank, b.rank))
    .map(({ state, reasons }) => ({ state, reasons }))
}
