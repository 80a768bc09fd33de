/** Answers that spoke against a fault when they were noted and would not today: found once, and recomputed never. */
import type { IsoDate } from '../kit'
import type { Fault, Knowledge } from '../packs'
import type { StudentRecord } from '../record'

/** An answer whose meaning is another now, with the faults it ruled out then. */
export interface AnswerReread {
  readonly date: IsoDate
  readonly check: string
  readonly answer: string
  /** Faults it spoke against that nobody has settled since: still open. */
  readonly faults: readonly Fault[]
}

/** A fault that shows the sign at least so often was ruled out by its absence. */
const RULED_OUT_FROM = 0.5

/** Signs the answer called absent then, and says something else of now. */
function acquitted(
  then: Readonly<Record<string, string>>,
  now: Readonly<Record<string, string>>,
): readonly string[] {
  return Object.keys(then).filter((sign) => then[sign] === 'absent' && now[sign] !== 'absent')
}

/** Every such answer, the latest first. */
export function answersReread(
  record: StudentRecord,
  knowledge: Knowledge,
): readonly AnswerReread[] {
  const settled = new Set(record.cases.filter((c) => c.status.state !== 'open').map((c) => c.fault))
  return record.lessons
    .flatMap((lesson) =>
      lesson.checks.flatMap((answered): AnswerReread[] => {
        const check = knowledge.checks.find((c) => c.id === answered.check)
        const outcome = check?.outcomes.find((o) => o.label === answered.outcome)
        const signs = outcome ? acquitted(answered.says, outcome.says) : []
        const faults = knowledge.faults.filter(
          (f) => !settled.has(f.id) && signs.some((id) => (f.shows[id] ?? 0) >= RULED_OUT_FROM),
        )
        const { name, outcome: answer } = answered
        return faults.length === 0 ? [] : [{ date: lesson.date, check: name, answer, faults }]
      }),
    )
    .toReversed()
}
