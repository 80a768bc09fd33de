/**
 * One kind of act as one value: what is asked for, what is kept, when it can be, what it does. The builders below
 * add what acts of one scope have in common, so that a kind only says what is its own.
 */
import { good, object, oneOf } from '../kit'
import type {
  Field,
  IsoDate,
  IsoInstant,
  Result,
  Shape,
  ValueOf,
  ActId,
  CaseId,
  LessonId,
} from '../kit'
import type { BodyPart, Knowledge } from '../packs'
import { refuse } from './refusal'
import type { RecordRefusal } from './refusal'
import { inCase } from './caseInLesson'
import { betweenLessons } from './betweenLessons'
import type { CaseState, LessonState, StudentRecord } from './state'

/**
 * Where an act belongs. `lesson` and `fault` need an open lesson; `prepared` one that may be closed; `between` a
 * fault and no lesson; `beside` neither; `home` a day on which something was done.
 */
export type Scope =
  'beginning' | 'beside' | 'between' | 'fault' | 'home' | 'lesson' | 'prepared' | 'undoing'

/** What every act on record has besides its own. */
export interface Stamp {
  readonly id: ActId
  readonly at: IsoInstant
  readonly by: string
  /** The day it was where it was noted; absent in what was kept before it was asked. */
  readonly noted?: IsoDate
  /** The device it came from, and its place among all that came from there; absent for what was made elsewhere. */
  readonly sent?: { readonly device: string; readonly count: number }
}

/** The day on which the act was noted; what does not say has its day in UTC. */
export function dayNoted({ at, noted }: Pick<Stamp, 'at' | 'noted'>): IsoDate {
  return noted ?? (at.slice(0, 'YYYY-MM-DD'.length) as IsoDate)
}

/** A kind of act: Q is what the screen asks for, B what is kept. */
export interface ActModule<K extends string, Q, B> {
  readonly kind: K
  /** Raised when acts of this kind are kept in another shape; `earlier` then tells how the old ones are read. */
  readonly version: number
  readonly scope: Scope
  readonly asked: Shape<Q>
  readonly kept: Shape<B>
  /** The whole act, or why the instrument's knowledge does not allow it. */
  readonly complete: (
    request: Q,
    record: StudentRecord | null,
    knowledge: Knowledge,
  ) => Result<B, RecordRefusal>
  /** Parts that doing what is asked for loads: a stop that holds refuses it. */
  readonly loads: Loads<Q>
  /** Why it cannot follow on this record, whatever the day. */
  readonly refuse: (record: StudentRecord | null, act: B) => RecordRefusal | null
  /** Why it cannot be noted on that day; asked of a new act only, never of one on record. */
  readonly refuseOn: (act: B, today: IsoDate) => RecordRefusal | null
  /** The record after it. @throws RangeError without a record to add to */
  readonly apply: (record: StudentRecord | null, act: B & Stamp) => StudentRecord
  /** From each earlier version to the next. */
  readonly earlier: Readonly<Record<number, (body: Body) => Body>>
}

/**
 * What was seen, heard, felt or said loads nothing: it has happened. What is agreed for the weeks to come, or done
 * because it is asked for, does.
 */
type Loads<Q> = (request: Q, record: StudentRecord, knowledge: Knowledge) => readonly BodyPart[]

/** An act as it was read from a file, of whatever version. */
export type Body = Readonly<Record<string, unknown>>

type Fields = Readonly<Record<string, Field<unknown>>>

interface Contents<K extends string, Q, B> {
  readonly kind: K
  readonly asked: Shape<Q>
  readonly kept: Shape<B>
  readonly complete: ActModule<K, Q, B>['complete']
}

/** The fields of a kind, with its name in front. */
type Named<K extends string, F> = { readonly kind: Shape<K> } & F

/** Kept as it was asked for. */
export function plain<const K extends string, F extends Fields>(
  kind: K,
  fields: F,
): Contents<K, ValueOf<Named<K, F>>, ValueOf<Named<K, F>>> {
  const shape = object<Named<K, F>>({ kind: oneOf([kind]), ...fields })
  return { kind, asked: shape, kept: shape, complete: (request) => good(request) }
}

/** Kept with what is looked up when it is asked for, so that it can be read when the pack has moved on. */
export function filled<const K extends string, Q extends Fields, A extends Fields>(
  kind: K,
  asked: Q,
  added: A,
  complete: Contents<K, ValueOf<Named<K, Q>>, ValueOf<Named<K, Q & A>>>['complete'],
): Contents<K, ValueOf<Named<K, Q>>, ValueOf<Named<K, Q & A>>> {
  return {
    kind,
    asked: object<Named<K, Q>>({ kind: oneOf([kind]), ...asked }),
    kept: object<Named<K, Q & A>>({ kind: oneOf([kind]), ...asked, ...added }),
    complete,
  }
}

interface Common<K extends string, Q, B> extends Contents<K, Q, B> {
  readonly version?: number
  readonly earlier?: ActModule<K, Q, B>['earlier']
  readonly refuseOn?: (act: B, today: IsoDate) => RecordRefusal | null
  readonly loads?: Loads<Q>
}

/** The ladder of the fault that an act is about. */
export const loadsOfLadder: Loads<{ readonly case: CaseId }> = (request, record) =>
  caseOf(record, request.case)?.ladder?.loads ?? []

function common<K extends string, Q, B>(definition: Common<K, Q, B>) {
  const { kind, asked, kept, complete } = definition
  const { version = 1, earlier = {}, refuseOn = () => null, loads = () => [] } = definition
  return { kind, version, asked, kept, complete, earlier, refuseOn, loads }
}

function withRecord<T>(record: StudentRecord | null, work: (record: StudentRecord) => T): T {
  if (!record) throw new RangeError('an act needs a student')
  return work(record)
}

interface BesideDefinition<K extends string, Q, B> extends Common<K, Q, B> {
  readonly scope?: 'beside' | 'home' | 'undoing'
  readonly refuse?: (record: StudentRecord, act: B) => RecordRefusal | null
  readonly apply: (record: StudentRecord, act: B & Stamp) => StudentRecord
}

/** An act that needs a student and no lesson. */
export function besideAct<const K extends string, Q, B>(
  definition: BesideDefinition<K, Q, B>,
): ActModule<K, Q, B> {
  const { scope = 'beside', refuse: own = () => null, apply } = definition
  return {
    ...common(definition),
    scope,
    refuse: (record, act) => (record ? own(record, act) : refuse('unknown_student', 'student')),
    apply: (record, act) => withRecord(record, (now) => apply(now, act)),
  }
}

function refuseLesson(record: StudentRecord, id: LessonId, closed: boolean): RecordRefusal | null {
  const lesson = record.lessons.findLast((l) => l.id === id)
  if (!lesson) return refuse('unknown_lesson', 'lesson')
  return lesson.open || closed ? null : refuse('lesson_closed', 'lesson', { date: lesson.date })
}

interface LessonDefinition<K extends string, Q, B> extends Common<K, Q, B> {
  readonly refuse?: (record: StudentRecord, act: B) => RecordRefusal | null
  readonly apply: (record: StudentRecord, act: B & Stamp) => StudentRecord
}

/** An act in an open lesson. */
export function lessonAct<const K extends string, Q, B extends { readonly lesson: LessonId }>(
  definition: LessonDefinition<K, Q, B>,
): ActModule<K, Q, B> {
  const { refuse: own = () => null } = definition
  const beside = besideAct({
    ...definition,
    refuse: (record, act) => refuseLesson(record, act.lesson, false) ?? own(record, act),
  })
  return { ...beside, scope: 'lesson' }
}

/** A reason given for going against the first draft stays with the fault. */
export function keepReason(
  record: StudentRecord,
  act: Stamp & { readonly case: CaseId },
  kind: string,
  reason: string | undefined,
): StudentRecord {
  if (reason === undefined) return record
  const on = record.lessons.at(-1)?.date ?? dayNoted(act)
  return betweenLessons(record, act.case, (c) => ({
    ...c,
    overrules: [...c.overrules, { act: act.id, kind, on, reason }],
  }))
}

const caseOf = (record: StudentRecord, id: CaseId) => record.cases.find((c) => c.id === id)

interface FaultDefinition<K extends string, Q, B> extends Common<K, Q, B> {
  /** A ladder is prepared between lessons too. */
  readonly scope?: 'fault' | 'prepared'
  readonly refuse?: (state: CaseState, act: B, record: StudentRecord) => RecordRefusal | null
  /** What it does to the fault, once the belief is brought up to the lesson's day. */
  readonly step: (state: CaseState, act: B & Stamp, lesson: LessonState) => CaseState
  readonly reason?: (act: B) => string | undefined
}

/** An act on one fault in a lesson. */
export function faultAct<
  const K extends string,
  Q,
  B extends { readonly lesson: LessonId; readonly case: CaseId },
>(definition: FaultDefinition<K, Q, B>): ActModule<K, Q, B> {
  const { scope = 'fault', step, kind } = definition
  const { refuse: own = () => null, reason = () => undefined } = definition
  const beside = besideAct<K, Q, B>({
    ...common(definition),
    refuse: (record, act) => {
      const refusal = refuseLesson(record, act.lesson, scope === 'prepared')
      if (refusal) return refusal
      const state = caseOf(record, act.case)
      return state ? own(state, act, record) : refuse('unknown_case', 'case')
    },
    apply: (record, act) =>
      keepReason(
        inCase(record, act, (state, lesson) => step(state, act, lesson)),
        act,
        kind,
        reason(act),
      ),
  })
  return { ...beside, scope }
}

interface BetweenDefinition<K extends string, Q, B> extends Common<K, Q, B> {
  readonly refuse: (state: CaseState) => RecordRefusal | null
  readonly step: (state: CaseState, act: B & Stamp) => CaseState
  readonly reason: (act: B) => string
}

/** What the teacher overrules at the desk, with or without a lesson; it leaves no point on the vein. */
export function betweenAct<const K extends string, Q, B extends { readonly case: CaseId }>(
  definition: BetweenDefinition<K, Q, B>,
): ActModule<K, Q, B> {
  const { step, reason, kind, refuse: own } = definition
  const beside = besideAct<K, Q, B>({
    ...common(definition),
    refuse: (record, act) => {
      const state = caseOf(record, act.case)
      return state ? own(state) : refuse('unknown_case', 'case')
    },
    apply: (record, act) =>
      keepReason(
        betweenLessons(record, act.case, (c) => step(c, act)),
        act,
        kind,
        reason(act),
      ),
  })
  return { ...beside, scope: 'between' }
}
