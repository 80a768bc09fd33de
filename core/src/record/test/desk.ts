/** A teacher's desk for tests: one student, lessons a week apart. */
import { addDays } from '../../kit'
import type { IsoDate, IsoInstant, ActId, CaseId, LessonId } from '../../kit'
import type { Condition } from '../../packs'
import { USUAL_MENDING } from '../../mending'
import { EMPTY_CARD, playRecord, refuseAct, undoAct } from '..'
import type { Act, ActBody, ActOf, CaseState, StudentCard, StudentRecord } from '..'

export const START = '2026-01-12' as IsoDate
export const TODAY = '2026-03-02' as IsoDate
export const A = 'case-0-a' as CaseId

/** The hash of the take that is named by one letter. */
export const hashOf = (letter: string) => letter.repeat(64)

/** Writes acts one after the other and refuses what the record refuses. */
export class Desk {
  readonly acts: Act[] = []
  lessons = 0
  /** The day on which acts are judged. */
  today = TODAY
  constructor(more: Partial<StudentCard> = {}) {
    this.do({
      kind: 'student-added',
      card: { ...EMPTY_CARD, name: 'Isla Marrow', instrument: 'horn', ...more },
    })
  }
  get record(): StudentRecord {
    return playRecord(this.acts)!
  }
  get lesson(): LessonId {
    return `lesson-${this.lessons}` as LessonId
  }
  try(body: ActBody): string | null {
    const refusal = refuseAct(playRecord(this.acts), body, this.today)
    if (refusal) return refusal.code
    const id = `act-${String(this.acts.length).padStart(6, '0')}` as ActId
    this.acts.push({ ...body, id, at: '2026-01-12T10:00:00Z' as IsoInstant, by: 'teacher' })
    return null
  }
  do(body: ActBody): ActId {
    const refusal = this.try(body)
    if (refusal !== null) throw new Error(refusal)
    return this.acts.at(-1)!.id
  }
  open(): this {
    if (this.lessons > 0)
      this.do({ kind: 'lesson-closed', lesson: this.lesson, note: '', family: '', next: null })
    this.lessons += 1
    const date = addDays(START, (this.lessons - 1) * 7)
    const pack = { id: 'horn', version: '1.0.0' }
    this.do({ kind: 'lesson-opened', lesson: this.lesson, date, pack, mending: USUAL_MENDING })
    return this
  }
  settle(id = A, fault = 'bell-hand'): ActId {
    return this.do(this.settling(id, fault))
  }
  settling(id: CaseId, fault: string, drivenBy: readonly CaseId[] = []) {
    return {
      kind: 'fault-settled' as const,
      stage: 'beginner' as const,
      lesson: this.lesson,
      case: id,
      fault,
      name: fault,
      strand: 'tone' as const,
      severity: 3 as const,
      probability: 0.8,
      rivals: [],
      drivenBy,
    }
  }
  /** One rung up, once it has been tried. */
  climb(id = A): ActId {
    const { rungs, at, tries } = this.case(id).ladder!
    const inCase = { lesson: this.lesson, case: id }
    if (tries.length === 0) {
      this.do({ kind: 'rung-tried', ...inCase, rung: rungs[at]!.id, clean: 5, tries: 5 })
    }
    return this.do({ kind: 'rung-decided', ...inCase, decision: 'up' })
  }
  remedy(id = A, loads: ('breath' | 'hand')[] = []): ActId {
    const rung = (n: number) => ({
      id: `rung-${n}`,
      name: `Rung ${n}`,
      instruction: '',
      way: 'parts' as const,
      condition: 'exercise' as const,
      dose: { times: 5, minutes: 4 * n },
      pass: { kind: 'share' as const, clean: 4, of: 5 },
    })
    return this.do({
      kind: 'remedy-started',
      weeks: 5,
      lesson: this.lesson,
      case: id,
      remedy: 'open-the-bell',
      name: 'Open the bell',
      rungs: [rung(1), rung(2), rung(3)],
      loads,
    })
  }
  look(
    clean: number,
    tries: number,
    condition: Condition = 'piece-tempo',
    prompted = false,
  ): ActId {
    return this.do({
      kind: 'look-taken',
      lesson: this.lesson,
      case: A,
      condition,
      prompted,
      clean,
      tries,
    })
  }
  /** Played notes kept with the lesson, named by one letter. */
  keeping(letter: string, more: Partial<ActOf<'take-kept'>> = {}) {
    return {
      kind: 'take-kept' as const,
      lesson: this.lesson,
      case: null,
      hash: hashOf(letter),
      take: 'notes' as const,
      type: 'audio/midi',
      bytes: 900,
      words: letter,
      ...more,
    }
  }
  /** Why the act cannot be undone; null when it can. */
  whyNotUndo(target: ActId) {
    const later = this.acts
    const undoing = undoAct({ later, undoings: later, before: null }, target)
    return undoing.ok ? null : undoing.refusal
  }
  case(id = A) {
    return this.record.cases.find((c) => c.id === id)!
  }
}

/** The record with each of its faults changed alike. */
export const withFaults = (record: StudentRecord, change: Partial<CaseState>): StudentRecord => ({
  ...record,
  cases: record.cases.map((c) => ({ ...c, ...change })),
})
