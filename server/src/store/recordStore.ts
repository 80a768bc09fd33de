/** Each student's record: at hand, or played from the last checkpoint; undone from the nearest place before. */
import { replay, undoAct, undoneActs } from '@vein-mend/core/record'
import type { Act, StudentRecord, Undoing } from '@vein-mend/core/record'
import type { ActId, StudentId } from '@vein-mend/core/kit'
import type { Transaction } from 'sequelize'
import { addRows, lastRow, readRows, readUndoings } from './actRows'
import type { ActRow } from './actRows'
import { dropCheckpointsFrom, readCheckpoint, writeCheckpoint } from './checkpoints'
import type { Database } from './database'
import type { Models } from './models'
import { keepProjections, projected } from './projections'
import type { Projected } from './projections'
import { afterActs, RecordsAtHand } from './recordsAtHand'
import type { AtHand, Snapshot } from './recordsAtHand'
import { playRows, UnplayableRecord } from './standing'
import { WrittenRecords } from './writtenRecords'
import type { Head, Standing } from './standing'

/** Acts after which a record is written down whole again. */
const CHECKPOINT_EVERY = 200

/** Changes of one write, taken over when it is committed. */
export class Staged {
  readonly atHand = new Map<StudentId, AtHand | null>()
  readonly projected = new Map<StudentId, Projected | null>()
  /** Students who were removed. */
  readonly removed = new Set<StudentId>()
}

const unknownAct: Undoing = { ok: false, refusal: { code: 'unknown_act', path: ['act'] } }

export class RecordStore {
  private readonly hand = new RecordsAtHand()
  private readonly written = new WrittenRecords()
  private readonly writing = new Set<Promise<void>>()
  private readonly stuck = new Set<StudentId>()

  constructor(
    private readonly database: Database,
    private readonly models: Models,
  ) {}

  /** Where the record stands; null when there is no such student. */
  async standing(student: StudentId): Promise<Standing | null> {
    return (await this.load(student))?.standing ?? null
  }

  /** The record as it stands; null when there is no such student. @throws UnplayableRecord */
  async recordOf(student: StudentId): Promise<StudentRecord | null> {
    const standing = await this.standing(student)
    if (standing && !standing.ok) throw new UnplayableRecord(standing.trouble)
    return standing?.record ?? null
  }

  /** The same as JSON in UTF-8, for who only hands it on. @throws UnplayableRecord */
  async recordJson(student: StudentId): Promise<{ head: Head; json: Buffer } | null> {
    const atHand = this.hand.get(student)
    const [checkpoint, last] = atHand
      ? [null, null]
      : await Promise.all([readCheckpoint(this.models, student), lastRow(this.models, student)])
    if (checkpoint && checkpoint.seq === last?.seq) return { head: last, json: checkpoint.json }
    const standing = await this.standing(student)
    if (!standing) return null
    if (!standing.ok) throw new UnplayableRecord(standing.trouble)
    return this.written.of(student, standing)
  }

  private async load(student: StudentId): Promise<AtHand | null> {
    const known = this.hand.get(student)
    if (known) return known
    const changes = this.hand.changesOf(student)
    const found = await this.play(student)
    this.noteStuck(student, found)
    if (!found) return null
    this.hand.remember(student, found, changes)
    this.checkpointIfDue(student, found)
    return found
  }

  /** Reads what would be read of the record when it is opened, and no more: whether it can be is then known. */
  async check(student: StudentId): Promise<void> {
    const checkpoint = await readCheckpoint(this.models, student)
    const rows = await readRows(this.models, student, { after: checkpoint?.seq ?? 0 })
    if (checkpoint === null || rows.some((r) => r.act === null)) await this.standing(student)
  }

  private noteStuck(student: StudentId, found: AtHand | null): void {
    if (found?.standing.ok === false) this.stuck.add(student)
    else this.stuck.delete(student)
  }

  /** Whether the record was found not to be readable on; of one that nobody has read since the start, not. */
  isStuck(student: StudentId): boolean {
    return this.stuck.has(student)
  }

  private async play(student: StudentId, transaction?: Transaction): Promise<AtHand | null> {
    const checkpoint = await readCheckpoint(this.models, student, transaction)
    const after = checkpoint?.seq ?? 0
    const rows = await readRows(this.models, student, { after, transaction })
    const before = checkpoint && (await this.from(student, checkpoint, rows, transaction))
    const standing = playRows(rows, before)
    if (!standing) return null
    const snapshots = before ? [before] : []
    return { standing, snapshots, sinceCheckpoint: rows.length, made: null }
  }

  private async from(
    student: StudentId,
    checkpoint: { readonly seq: number; readonly json: Buffer },
    rows: readonly ActRow[],
    transaction?: Transaction,
  ): Promise<Snapshot> {
    const record = JSON.parse(checkpoint.json.toString()) as StudentRecord
    const last = rows.length === 0 ? await lastRow(this.models, student, transaction) : null
    return { record, head: last ?? { seq: checkpoint.seq, id: '' as ActId } }
  }

  /** Inside a write: as the write has left it so far. */
  async within(student: StudentId, staged: Staged, transaction: Transaction) {
    if (staged.atHand.has(student)) return staged.atHand.get(student) ?? null
    const found = this.hand.get(student) ?? (await this.play(student, transaction))
    staged.atHand.set(student, found)
    return found
  }

  /** Adds the acts, after which the record stands as given. */
  async append(
    student: StudentId,
    acts: readonly Act[],
    record: StudentRecord,
    staged: Staged,
    transaction: Transaction,
  ): Promise<void> {
    const atHand = await this.within(student, staged, transaction)
    const known = atHand?.standing.ok ? atHand.standing.record : null
    const before = atHand?.made ?? null
    const made = projected(
      record,
      student,
      known && before ? { record: known, made: before } : null,
    )
    const name = record.card.name
    if (known?.card.name !== name) {
      await this.models.students.upsert({ id: student, name }, { transaction })
    }
    await addRows(this.models, student, acts, transaction)
    const head = await lastRow(this.models, student, transaction)
    if (!head) return
    await keepProjections(this.models, student, made, { seq: head.seq, before }, transaction)
    staged.atHand.set(student, afterActs(atHand, { ok: true, record, head }, acts.length, made))
    staged.projected.set(student, made)
  }

  /**
   * The record without the act, from the nearest place before it, and nothing written yet; `append` the undoing
   * then. What was known of places after the act is forgotten.
   */
  async undo(
    student: StudentId,
    target: ActId,
    staged: Staged,
    transaction: Transaction,
  ): Promise<Undoing> {
    const reaches = await this.reachOf(student, target, transaction)
    if (reaches === null) return unknownAct
    const atHand = await this.within(student, staged, transaction)
    const before = atHand?.snapshots.findLast((s) => s.head.seq < reaches) ?? null
    const after = before?.head.seq ?? 0
    const rows = await readRows(this.models, student, { after, transaction })
    const undoings = await readUndoings(this.models, student, transaction)
    const undoing = undoRows(rows, undoings, before?.record ?? null, target)
    if (!undoing.ok || !atHand) return undoing
    await dropCheckpointsFrom(this.models, student, reaches, transaction)
    const snapshots = atHand.snapshots.filter((s) => s.head.seq < reaches)
    staged.atHand.set(student, { ...atHand, snapshots })
    return undoing
  }

  /** Acts of the student left the record or came back to it: nothing that was known of it holds from there on. */
  async changedFrom(
    student: StudentId,
    seq: number,
    staged: Staged,
    transaction: Transaction,
  ): Promise<Standing | null> {
    await dropCheckpointsFrom(this.models, student, seq, transaction)
    const found = await this.play(student, transaction)
    staged.atHand.set(student, found)
    if (!found?.standing.ok) {
      staged.projected.set(student, null)
      return found?.standing ?? null
    }
    const { record, head } = found.standing
    const made = projected(record, student)
    await keepProjections(this.models, student, made, { seq: head.seq, before: null }, transaction)
    staged.atHand.set(student, { ...found, made })
    staged.projected.set(student, made)
    return found.standing
  }

  /** The place in the file from which on the record changes: the act, or whatever its chain of undoings had undone. */
  private async reachOf(student: StudentId, target: ActId, transaction: Transaction) {
    const find = (id: string) =>
      this.models.acts.findOne({ where: { id, studentId: student }, raw: true, transaction })
    let row = await find(target)
    while (row?.kind === 'undone') {
      const { act } = JSON.parse(row.body) as { act: string }
      const earlier = await find(act)
      // Nothing undoes what comes after it, so the chain comes to its end.
      if (!earlier || earlier.seq >= row.seq) break
      row = earlier
    }
    return row?.seq ?? null
  }

  /** The write is committed: what it made is what there is. */
  committed(staged: Staged): void {
    for (const [student, atHand] of staged.atHand) {
      if (!staged.projected.has(student)) continue
      this.hand.set(student, atHand)
      this.noteStuck(student, atHand)
      if (atHand) this.checkpointIfDue(student, atHand)
    }
  }

  private checkpointIfDue(student: StudentId, { standing, sinceCheckpoint }: AtHand): void {
    if (!standing.ok || sinceCheckpoint < CHECKPOINT_EVERY) return
    const work = this.checkpoint(student, standing).catch(() => undefined)
    this.writing.add(work)
    void work.then(() => this.writing.delete(work))
  }

  private async checkpoint(student: StudentId, { record, head }: Snapshot): Promise<void> {
    const body = Buffer.from(JSON.stringify(record))
    await this.database.write(async (transaction) => {
      // Whatever came meanwhile is written down with the next.
      const last = await lastRow(this.models, student, transaction)
      if (last?.seq !== head.seq) return
      await writeCheckpoint(this.models, student, head.seq, body, transaction)
      const atHand = this.hand.get(student)
      if (atHand?.standing.head.seq === head.seq) {
        this.hand.set(student, { ...atHand, sinceCheckpoint: 0 })
      }
    })
  }

  /** Waits for what is being written beside the requests. */
  async settled(): Promise<void> {
    await Promise.all(this.writing)
  }
}

function undoRows(
  rows: readonly ActRow[],
  undoings: readonly Act[],
  before: StudentRecord | null,
  target: ActId,
): Undoing {
  const undone = undoneActs(undoings)
  const later = rows.flatMap((r) => r.act ?? [])
  const unread = rows.find((r) => r.act === null && !undone.has(r.id) && r.id !== target)
  if (unread) return { ok: false, refusal: { code: 'act_not_understood', path: ['act'] } }
  if (rows.some((r) => r.id === target && r.act !== null)) {
    return undoAct({ later, undoings, before }, target)
  }
  // The act itself cannot be read: without it the rest is played as it is.
  const played = replay(later, { before, undone, judged: true })
  if (!played.ok) return { ok: false, refusal: played.refusal }
  return played.record ? { ok: true, record: played.record } : unknownAct
}
