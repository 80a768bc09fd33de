/** Priors learned from the studio's own settled diagnoses, cautiously. */
import { STAGES } from '../packs'
import type { Fault, Knowledge, Stage } from '../packs'
import type { SettledDiagnosis } from './settledDiagnosis'

/**
 * How many students the pack's own figure is worth, so that a studio has to see about as many before its
 * own figure weighs as much; our choice, no source.
 */
export const PACK_WORTH_STUDENTS = 20

/** A prior as the pack has it and as the studio's own cases move it, both in (0, 1). */
export interface LearnedPrior {
  readonly fault: string
  readonly stage: Stage
  /** What the pack says. */
  readonly pack: number
  /** Mean of the Beta distribution after the studio's students. */
  readonly learned: number
  /** Students of the stage in whom it was settled. */
  readonly cases: number
  /** Students of the stage in whom anything was settled. */
  readonly students: number
}

/** Students by stage, and by stage and fault, of what was more than a guess from the first signs. */
function count(settled: readonly SettledDiagnosis[]) {
  const students = new Map<Stage, Set<string>>()
  const cases = new Map<string, Set<string>>()
  const put = <K>(map: Map<K, Set<string>>, key: K, student: string) =>
    map.set(key, (map.get(key) ?? new Set()).add(student))
  for (const s of settled.filter((d) => d.grounded)) {
    put(students, s.stage, s.student)
    put(cases, `${s.stage} ${s.fault}`, s.student)
  }
  return {
    students: (stage: Stage) => students.get(stage)?.size ?? 0,
    cases: (stage: Stage, fault: string) => cases.get(`${stage} ${fault}`)?.size ?? 0,
  }
}

/**
 * For every fault and every stage the studio has settled anything in: the mean of a Beta distribution that
 * starts at the pack's prior, worth `PACK_WORTH_STUDENTS` students (Beta pseudo-counts; conjugate prior of
 * the binomial, Raiffa and Schlaifer 1961). In (0, 1).
 */
export function learnedPriors(
  faults: readonly Fault[],
  settled: readonly SettledDiagnosis[],
): readonly LearnedPrior[] {
  const seen = count(settled)
  return faults.flatMap((fault) =>
    STAGES.flatMap((stage): LearnedPrior[] => {
      const students = seen.students(stage)
      if (students === 0) return []
      const pack = fault.prior[stage]
      const cases = seen.cases(stage, fault.id)
      const learned = (pack * PACK_WORTH_STUDENTS + cases) / (PACK_WORTH_STUDENTS + students)
      return [{ fault: fault.id, stage, pack, learned, cases, students }]
    }),
  )
}

/** The knowledge with its priors moved towards what the studio has seen. */
export function withLearnedPriors(
  knowledge: Knowledge,
  settled: readonly SettledDiagnosis[],
): Knowledge {
  const learned = new Map(
    learnedPriors(knowledge.faults, settled).map((l) => [`${l.stage} ${l.fault}`, l.learned]),
  )
  if (learned.size === 0) return knowledge
  const priorOf = (fault: Fault) =>
    Object.fromEntries(
      STAGES.map((stage) => [stage, learned.get(`${stage} ${fault.id}`) ?? fault.prior[stage]]),
    ) as Record<Stage, number>
  return { ...knowledge, faults: knowledge.faults.map((f) => ({ ...f, prior: priorOf(f) })) }
}
