/** The small projections of everybody, read once and then kept up with each write. */
import type { StudentSpans } from '@vein-mend/core/insight'
import type { StudentId } from '@vein-mend/core/kit'
import type { StudentSummary } from '@vein-mend/core/standing'
import type { Database } from './database'
import type { Models } from './models'
import { keepProjections, keptProjections, projected } from './projections'
import type { Projected } from './projections'
import type { RecordStore, Staged } from './recordStore'

/** Everybody's line for Today; those whose record cannot be played apart. */
export interface StoredStudents {
  readonly students: readonly { readonly id: StudentId; readonly summary: StudentSummary }[]
  readonly inTrouble: readonly { readonly id: StudentId; readonly name: string }[]
}

/** What was made of a student's record, up to that act. */
interface KeptProjection extends Projected {
  readonly seq: number
}

interface Everybody {
  readonly names: Map<StudentId, string>
  readonly projected: Map<StudentId, KeptProjection>
}

export class ProjectionsAtHand {
  private everybody: Promise<Everybody> | null = null

  constructor(
    private readonly database: Database,
    private readonly models: Models,
    private readonly records: RecordStore,
  ) {}

  private all(): Promise<Everybody> {
    this.everybody ??= this.read().catch((error: unknown) => {
      this.everybody = null
      throw error
    })
    return this.everybody
  }

  /** Those kept by this code are read; the others are played, written down, and where they cannot be, left out. */
  private async read(): Promise<Everybody> {
    const rows = await this.models.students.findAll({ raw: true })
    const [todays, spans] = await Promise.all([
      keptProjections(this.models, 'today'),
      keptProjections(this.models, 'spans'),
    ])
    const names = new Map(rows.map((row) => [row.id as StudentId, row.name]))
    const found = new Map<StudentId, KeptProjection>()
    for (const student of names.keys()) {
      const [today, span] = [todays.get(student), spans.get(student)]
      const made =
        today && span
          ? { today: today.made, spans: span.made, seq: today.seq }
          : await this.rebuild(student)
      if (made) found.set(student, made)
    }
    return { names, projected: found }
  }

  private async rebuild(student: StudentId): Promise<KeptProjection | null> {
    const standing = await this.records.standing(student)
    if (!standing?.ok) return null
    const made = projected(standing.record, student)
    await this.database.write((transaction) =>
      keepProjections(
        this.models,
        student,
        made,
        { seq: standing.head.seq, before: null },
        transaction,
      ),
    )
    return { ...made, seq: standing.head.seq }
  }

  async students(): Promise<StoredStudents> {
    const { names, projected: found } = await this.all()
    const ids = [...names.keys()]
    // What was once made of a record that cannot be read on any more says nothing of it.
    const madeOf = (id: StudentId) => (this.records.isStuck(id) ? undefined : found.get(id))
    const students = ids.flatMap((id) => {
      const made = madeOf(id)
      return made ? [{ id, summary: made.today }] : []
    })
    const inTrouble = ids.flatMap((id) => (madeOf(id) ? [] : [{ id, name: names.get(id) ?? '' }]))
    const byName = students.sort((a, b) => (a.summary.name < b.summary.name ? -1 : 1))
    return { students: byName, inTrouble }
  }

  async spans(): Promise<ReadonlyMap<StudentId, StudentSpans>> {
    const { projected: found } = await this.all()
    return new Map([...found].map(([id, made]) => [id, made.spans]))
  }

  /** The last act of everybody whose record can be played. */
  async heads(): Promise<ReadonlyMap<StudentId, number>> {
    const { projected: found } = await this.all()
    return new Map([...found].map(([id, made]) => [id, made.seq]))
  }

  /** A write is committed; what it made takes the place of what was read. */
  committed(staged: Staged): void {
    const { everybody } = this
    if (!everybody) return
    this.everybody = everybody.then((now) => {
      for (const [student, made] of staged.projected) {
        if (made) {
          now.names.set(student, made.today.name)
          const seq = staged.atHand.get(student)?.standing.head.seq ?? 0
          now.projected.set(student, { ...made, seq })
        } else {
          if (staged.removed.has(student)) now.names.delete(student)
          now.projected.delete(student)
        }
      }
      return now
    })
  }
}
