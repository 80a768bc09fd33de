/** Records as text, kept as long as they stand where they stood: writing ten years out takes a tenth of a second. */
import type { StudentId } from '@vein-mend/core/kit'
import type { StudentRecord } from '@vein-mend/core/record'
import type { Head } from './standing'

/** Students whose text is kept; ten years of one are five megabytes. */
const STUDENTS_MOST = 12

interface Written {
  readonly head: Head
  readonly record: StudentRecord
  readonly json: Buffer
}

export class WrittenRecords {
  private readonly kept = new Map<StudentId, Written>()

  /** The record as JSON in UTF-8, written anew only when it has moved on. */
  of(
    student: StudentId,
    { head, record }: { readonly head: Head; readonly record: StudentRecord },
  ): Written {
    const known = this.kept.get(student)
    // The last act may be the same though something before it came back.
    if (known?.head.seq === head.seq && known.record === record) return known
    const written = { head, record, json: Buffer.from(JSON.stringify(record)) }
    this.kept.delete(student)
    this.kept.set(student, written)
    const [oldest] = this.kept.keys()
    if (this.kept.size > STUDENTS_MOST && oldest !== undefined) this.kept.delete(oldest)
    return written
  }
}
