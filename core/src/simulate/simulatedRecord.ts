/** One simulated student in the course of play: the record so far, and the truth behind it. */
import { chance } from '../kit'
import type { IsoDate, IsoInstant, Rng, ActId, LessonId } from '../kit'
import type { Knowledge } from '../packs'
import { activeProjects, addAct } from '../record'
import type { Act, ActRequest, StudentRecord } from '../record'
import type { LessonTruth, StudentScript } from './studentScript'

/** A simulated student in the course of play. */
export class SimulatedRecord {
  readonly acts: Act[] = []
  readonly truth: LessonTruth[] = []
  record: StudentRecord | null = null
  lesson = '' as LessonId
  private readonly mended = new Set<string>()
  private step = 0

  constructor(
    readonly script: StudentScript,
    readonly knowledge: Knowledge,
    readonly today: IsoDate,
    readonly rng: Rng,
  ) {}

  do(request: ActRequest): boolean {
    const step = this.step + 1
    const day = this.record?.lessons.at(-1)?.date ?? this.today
    const minute = String(Math.min(59, step % 60)).padStart(2, '0')
    const at = `${request.kind === 'lesson-opened' ? request.date : day}T15:${minute}:00.000Z`
    const id = `${this.script.key}-act-${String(this.acts.length).padStart(4, '0')}` as ActId
    const stamp = { id, at: at as IsoInstant, by: 'teacher' }
    const { knowledge, today } = this
    const added = addAct(this.record, request, { knowledge, today, stamp })
    if (!added.ok) return false
    this.step = step
    this.acts.push(added.value.act)
    this.record = added.value.record
    return true
  }

  get now(): StudentRecord {
    if (!this.record) throw new RangeError('the student was not added')
    return this.record
  }

  isThere(fault: string, lesson: number): boolean {
    const hidden = this.script.hidden.find((h) => h.fault === fault)
    if (!hidden || lesson < hidden.fromLesson) return false
    return !this.mended.has(fault)
  }

  heal(lesson: number): void {
    for (const h of this.script.hidden) {
      if (h.relapsesAt === lesson) this.mended.delete(h.fault)
      const onLadder = activeProjects(this.now).find((c) => c.fault === h.fault)
      const begun = onLadder !== undefined && onLadder.rungsPassed > 0
      if (begun && (h.relapsesAt ?? Infinity) > lesson && chance(this.rng, h.pace))
        this.mended.add(h.fault)
    }
  }

  /** k clean of n, as the hidden truth has it. */
  tries(n: number, cleanShare: number): number {
    return Array.from({ length: n }, () => chance(this.rng, cleanShare)).filter(Boolean).length
  }
}
