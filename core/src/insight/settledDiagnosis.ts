/** A diagnosis as it was settled in a lesson: what the studio learns from. */
import type { Stage } from '../packs'
import { undoneActs } from '../record'
import type { Act, RivalShare } from '../record'

export interface SettledDiagnosis {
  readonly student: string
  readonly lesson: string
  readonly stage: Stage
  readonly fault: string
  /** The teacher chose against the ranking. */
  readonly overruled: boolean
  /** What the ranking said then, likeliest first, without faults that were on record already. */
  readonly rivals: readonly RivalShare[]
}

/** The settled diagnoses among a student's acts, in order, without those that were undone. */
export function settledDiagnoses(
  student: string,
  acts: readonly Act[],
): readonly SettledDiagnosis[] {
  const undone = undoneActs(acts)
  const onRecord = new Map<string, string>()
  return acts.flatMap((act): SettledDiagnosis[] => {
    if (act.kind !== 'fault-settled' || undone.has(act.id)) return []
    const { lesson, stage, fault } = act
    const rivals = act.rivals.filter((r) => (onRecord.get(r.fault) ?? lesson) === lesson)
    onRecord.set(fault, lesson)
    return [{ student, lesson, stage, fault, overruled: act.overruled !== undefined, rivals }]
  })
}
