/** Records in memory: those played lately, with places on the way from which an undoing can start. */
import type { StudentId } from '@vein-mend/core/kit'
import type { StudentRecord } from '@vein-mend/core/record'
import type { Projected } from './projections'
import type { Head, Standing } from './standing'

/** A record as it stood after some act; records share what did not change, so it costs little. */
export interface Snapshot {
  readonly record: StudentRecord
  readonly head: Head
}

export interface AtHand {
  readonly standing: Standing
  /** Oldest first. */
  readonly snapshots: readonly Snapshot[]
  /** Acts since the record was last written down whole. */
  readonly sinceCheckpoint: number
  /** What was last made of it and written down; null where that is not known here. */
  readonly made: Projected | null
}

/** Students whose records are kept in memory; ten years of one are some tens of megabytes. */
const STUDENTS_MOST = 12
/** Acts between two places from which an undoing can start. */
const SNAPSHOT_EVERY = 50
const SNAPSHOTS_MOST = 8

/** What is at hand after acts more. */
export function afterActs(
  before: AtHand | null,
  standing: Standing,
  added: number,
  made: Projected,
): AtHand {
  const sinceCheckpoint = (before?.sinceCheckpoint ?? 0) + added
  const snapshots = before?.snapshots ?? []
  const last = snapshots.at(-1)
  const due = last === undefined || standing.head.seq - last.head.seq >= SNAPSHOT_EVERY
  if (!standing.ok || !due) return { standing, snapshots, sinceCheckpoint, made }
  const taken = [...snapshots, { record: standing.record, head: standing.head }]
  return { standing, snapshots: taken.slice(-SNAPSHOTS_MOST), sinceCheckpoint, made }
}

export class RecordsAtHand {
  private readonly kept = new Map<StudentId, AtHand>()
  private readonly changes = new Map<StudentId, number>()

  get(student: StudentId): AtHand | null {
    const found = this.kept.get(student)
    if (!found) return null
    // Asked for again, it goes last.
    this.kept.delete(student)
    this.kept.set(student, found)
    return found
  }

  /** How often the student's record has changed, to know whether it did while it was being read. */
  changesOf(student: StudentId): number {
    return this.changes.get(student) ?? 0
  }

  /** The record has changed; null where it is no longer known here. */
  set(student: StudentId, found: AtHand | null): void {
    this.changes.set(student, this.changesOf(student) + 1)
    this.kept.delete(student)
    if (found) this.keep(student, found)
  }

  /** Kept as it was read, unless it changed meanwhile. */
  remember(student: StudentId, found: AtHand, changesThen: number): void {
    if (this.changesOf(student) === changesThen) this.keep(student, found)
  }

  private keep(student: StudentId, found: AtHand): void {
    this.kept.set(student, found)
    const [oldest] = this.kept.keys()
    if (this.kept.size > STUDENTS_MOST && oldest !== undefined) this.kept.delete(oldest)
  }
}
