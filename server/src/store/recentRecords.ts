/** Records asked for lately, as bytes outside the heap: nobody waits for the file twice. */
import type { StudentId } from '@vein-mend/core/record'

/** Sixty students of ten years each. */
const BYTES_MOST = 128 * 1024 * 1024

export class RecentRecords {
  private readonly kept = new Map<StudentId, Buffer>()
  private readonly changes = new Map<StudentId, number>()
  private bytes = 0

  /** The bytes as they are now, read where they are not here; null where there are none. */
  async get(student: StudentId, read: () => Promise<Buffer | null>): Promise<Buffer | null> {
    const known = this.kept.get(student)
    if (known) {
      // Asked for again, it goes last.
      this.kept.delete(student)
      this.kept.set(student, known)
      return known
    }
    const before = this.changes.get(student)
    const found = await read()
    // What was changed while it was being read is read again next time.
    if (found && this.changes.get(student) === before) this.keep(student, found)
    return found
  }

  /** The record changes, or has just changed. */
  forget(student: StudentId): void {
    this.changes.set(student, (this.changes.get(student) ?? 0) + 1)
    this.bytes -= this.kept.get(student)?.length ?? 0
    this.kept.delete(student)
  }

  private keep(student: StudentId, found: Buffer): void {
    this.kept.set(student, found)
    this.bytes += found.length
    for (const [oldest, { length }] of this.kept) {
      if (this.bytes <= BYTES_MOST) return
      this.kept.delete(oldest)
      this.bytes -= length
    }
  }
}
