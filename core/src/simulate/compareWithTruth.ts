/** How the record of simulated students stands against what was truly there. */
import { playRecord } from '../record'
import type { LessonId } from '../kit'
import type { StudentRecord } from '../record'
import type { PlayedStudent, StudentScript } from './studentScript'

/** How far a record agrees with what was truly there. */
export interface TruthReport {
  readonly students: number
  readonly lessons: number
  /** Hidden faults that showed, and those of them that were settled on. */
  readonly hidden: number
  readonly found: number
  /** Lessons from the first showing to settling, the middle one; Infinity when none was found. */
  readonly lessonsToFind: number
  /** Faults settled on that the student never had. */
  readonly wronglySettled: number
  /** Times a fault was called mended, and those when it was still there. */
  readonly calledMended: number
  readonly wronglyMended: number
  /** Lessons from truly mended to called so, the mean of the rightly called. */
  readonly lessonsLate: number
  /** True comings-back of faults called mended, and those noticed by the end. */
  readonly cameBack: number
  readonly noticed: number
  /** States on the last lesson against the truth. */
  readonly atTheEnd: {
    readonly mendedAndGone: number
    readonly mendedButThere: number
    readonly workedOnAndThere: number
    readonly workedOnButGone: number
  }
}

/** A played student with the report. */
export interface ComparedStudent {
  readonly script: StudentScript
  readonly played: PlayedStudent
}

/** One fault of one student, lesson by lesson. */
interface FaultStory {
  readonly there: readonly boolean[]
  readonly states: readonly (string | null)[]
}

function storyOf(
  record: StudentRecord,
  truth: ReadonlyMap<LessonId, readonly string[]>,
  fault: string,
): FaultStory {
  const points = new Map(
    record.cases.find((c) => c.fault === fault)?.points.map((p) => [p.lesson, p.state]),
  )
  return {
    there: record.lessons.map((l) => truth.get(l.id)?.includes(fault) ?? false),
    states: record.lessons.map((l) => points.get(l.id) ?? null),
  }
}

/** Lessons in which the story says `mended` and did not before. */
function calls({ states }: FaultStory): readonly number[] {
  return states.flatMap((s, i) => (s === 'mended' && states[i - 1] !== 'mended' ? [i] : []))
}

/** Lessons since it was last there; 0 when it still is. */
function goneFor({ there }: FaultStory, at: number): number {
  const last = there.slice(0, at + 1).lastIndexOf(true)
  return at - last
}

/** Lessons in which a fault that was gone and called mended is there again. */
function returns({ there, states }: FaultStory): readonly number[] {
  return there.flatMap((now, i) => (now && !there[i - 1] && states[i - 1] === 'mended' ? [i] : []))
}

function middle(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b)
  return sorted[Math.floor((sorted.length - 1) / 2)] ?? Infinity
}

function storiesOf({ script, played }: ComparedStudent) {
  const record = playRecord(played.acts)
  if (!record) throw new RangeError(`${script.key} has no record`)
  const truth = new Map(played.truth.map((t) => [t.lesson, t.there]))
  const hidden = script.hidden.filter((h) => h.fromLesson <= record.lessons.length)
  return {
    record,
    hidden: hidden.map((h) => ({ ...h, story: storyOf(record, truth, h.fault) })),
    settled: record.cases.map((c) => storyOf(record, truth, c.fault)),
    wrong: record.cases.filter((c) => !hidden.some((h) => h.fault === c.fault)).length,
  }
}

/** @throws RangeError when a student has no record */
export function compareWithTruth(students: readonly ComparedStudent[]): TruthReport {
  const all = students.map(storiesOf)
  const hidden = all.flatMap((s) => s.hidden)
  const found = hidden.filter(({ story }) => story.states.some((s) => s !== null))
  const settled = all.flatMap((s) => s.settled)
  const called = settled.flatMap((story) => calls(story).map((at) => ({ story, at })))
  const right = called.filter(({ story, at }) => goneFor(story, at) > 0)
  const back = settled.flatMap((story) => returns(story).map((at) => ({ story, at })))
  const last = settled.map(({ there, states }) => ({ there: there.at(-1), state: states.at(-1) }))
  const count = (mended: boolean, there: boolean) =>
    last.filter((l) => (l.state === 'mended') === mended && l.there === there).length
  return {
    students: students.length,
    lessons: all.reduce((sum, s) => sum + s.record.lessons.length, 0),
    hidden: hidden.length,
    found: found.length,
    lessonsToFind: middle(
      found.map(
        ({ story, fromLesson }) => story.states.findIndex((s) => s !== null) + 1 - fromLesson,
      ),
    ),
    wronglySettled: all.reduce((sum, s) => sum + s.wrong, 0),
    calledMended: called.length,
    wronglyMended: called.length - right.length,
    lessonsLate:
      right.reduce((sum, { story, at }) => sum + goneFor(story, at) - 1, 0) /
      Math.max(1, right.length),
    cameBack: back.length,
    noticed: back.filter(({ story, at }) => story.states.slice(at).some((s) => s !== 'mended'))
      .length,
    atTheEnd: {
      mendedAndGone: count(true, false),
      mendedButThere: count(true, true),
      workedOnAndThere: count(false, true),
      workedOnButGone: count(false, false),
    },
  }
}
