/** Plays a student with hidden faults through weeks of lessons, as a careful teacher would run them. */
import { diagnose } from '../diagnosis'
import type { Diagnosis } from '../diagnosis'
import { addDays, chance, daysBetween, pick, seededRng } from '../kit'
import type { IsoDate, Rng, CaseId, LessonId } from '../kit'
import { isAnswered } from '../packs'
import type { Fault, Finding, Knowledge, Strength } from '../packs'
import { adviseRung, triesAsked } from '../remedy'
import { activeProjects, lessonOf, lessonQuestion, PROJECTS_MOST, ruleFor } from '../record'
import type { Act, CaseState } from '../record'
import { endOfTerm } from './endOfTerm'
import { SimulatedRecord } from './simulatedRecord'
import type { PlayedStudent, StudentScript } from './studentScript'

/** Signs a teacher notices and settles on: more would not fit in a lesson. */
const SIGNS_MOST = 4
const CHECKS_MOST = 3
/** Weeks planned for a project. */
const WEEKS = 5
const DAYS_TO_NEXT = 7
/** Chance of a clean try on a rung while the fault is still there. */
const EASE = 0.74
/** Probability a rival must reach before a careful teacher settles. */
const SETTLE_AT = 0.55

function caseAt(student: SimulatedRecord, id: CaseId): CaseState {
  const found = student.now.cases.find((c) => c.id === id)
  if (!found) throw new RangeError(`no case ${id}`)
  return found
}

function lookAgain(student: SimulatedRecord, state: CaseState, number: number): void {
  const there = student.isThere(state.fault, number)
  const showing =
    state.status.state === 'mended' ? 0.3 : Math.min(0.8, 0.2 + 0.11 * state.rungsPassed)
  const clean = student.tries(5, there ? showing : 0.96)
  student.do({
    kind: 'look-taken',
    lesson: student.lesson,
    case: state.id,
    condition: state.rungsPassed > 1 || !there ? 'piece-tempo' : 'piece-slow',
    prompted: false,
    clean,
    tries: 5,
  })
}

function climb(student: SimulatedRecord, state: CaseState, number: number): void {
  const { ladder } = state
  const rung = ladder?.rungs[ladder.at]
  if (!ladder || !rung) return
  const n = triesAsked(rung.pass)
  const hidden = student.script.hidden.find((h) => h.fault === state.fault)
  const ease = student.isThere(state.fault, number) ? (hidden?.ease ?? EASE) : 0.95
  const clean = student.tries(n, ease)
  student.do({
    kind: 'rung-tried',
    lesson: student.lesson,
    case: state.id,
    rung: rung.id,
    clean,
    tries: n,
  })
  const { advice } = adviseRung(rung.pass, { clean, tries: n })
  student.do({ kind: 'rung-decided', lesson: student.lesson, case: state.id, decision: advice })
}

function goOnWithProjects(student: SimulatedRecord, number: number): void {
  for (const { id } of activeProjects(student.now)) {
    const state = caseAt(student, id)
    if (state.settledOn === student.lesson) continue
    const recall = pick(student.rng, ['alone', 'alone', 'hint', 'not'] as const)
    if (state.cue) student.do({ kind: 'cue-recalled', lesson: student.lesson, case: id, recall })
    lookAgain(student, state, number)
    climb(student, caseAt(student, id), number)
    if (ruleFor(student.now, caseAt(student, id)).holds) {
      student.do({ kind: 'case-mended', lesson: student.lesson, case: id })
    }
  }
}

function recheck(student: SimulatedRecord, number: number): void {
  const { date } = lessonOf(student.now, student.lesson)
  for (const state of student.now.cases) {
    if (state.status.state !== 'mended' || state.status.nextRecheck === null) continue
    if (state.status.on === date || daysBetween(state.status.nextRecheck, date) < 0) continue
    lookAgain(student, state, number)
  }
}

/** Chance that a mended fault that is there again is seen in a lesson nobody rechecks it in. */
const SEEN_AGAIN = 0.3

/** What came back is seen by and by, and what has come back is taken up again when there is room. */
function takeUpAgain(student: SimulatedRecord, number: number): void {
  const { lesson } = student
  for (const { id, fault, status } of student.now.cases) {
    const isBack = status.state === 'mended' && status.on !== dateNow(student)
    if (isBack && student.isThere(fault, number) && chance(student.rng, SEEN_AGAIN)) {
      student.do({ kind: 'case-reopened', lesson, case: id, reason: 'showed again in the piece' })
    }
  }
  for (const { id, fault, status } of student.now.cases) {
    const known = student.knowledge.faults.find((f) => f.id === fault)
    const room = activeProjects(student.now).length < PROJECTS_MOST
    if (known && status.state === 'relapsed' && room) prescribe(student, id, known)
  }
}

function dateNow(student: SimulatedRecord): IsoDate {
  return lessonOf(student.now, student.lesson).date
}

/** Signs the hidden faults bring out today, strongest first. */
function signsToday(student: SimulatedRecord, faults: readonly Fault[]): [Finding, Strength][] {
  const { knowledge, rng } = student
  const shown = faults.flatMap((f) => Object.entries(f.shows)).sort((a, b) => b[1] - a[1])
  const seen = new Set<string>()
  return shown.flatMap(([id, strength]): [Finding, Strength][] => {
    const finding = knowledge.findings.find((f) => f.id === id)
    if (!finding || finding.byCheckOnly || seen.has(id) || !chance(rng, strength)) return []
    seen.add(id)
    return [[finding, chance(rng, 0.75) ? 'marked' : 'slight']]
  })
}

const diagnosisNow = ({ now, lesson, knowledge }: SimulatedRecord) =>
  diagnose(lessonQuestion(now, lesson, knowledge))

/** Until it is clear or nothing worth asking is left; what is to be thought then. */
function answerChecks(student: SimulatedRecord, faults: readonly Fault[]): Diagnosis {
  for (let i = 0; i < CHECKS_MOST; i++) {
    const diagnosis = diagnosisNow(student)
    const { rivals, checks } = diagnosis
    const best = checks.ranked[0]
    if (!best || (rivals[0]?.probability ?? 0) > 0.9 || best.bits < 0.02) return diagnosis
    const present = (id: string) => faults.some((f) => chance(student.rng, f.shows[id] ?? 0.03))
    const truth = new Map(
      best.check.outcomes.flatMap((o) => Object.keys(o.says)).map((id) => [id, present(id)]),
    )
    const outcome =
      best.check.outcomes.find(
        (o) =>
          isAnswered(best.check, o) &&
          Object.entries(o.says).every(
            ([id, s]) => (s === 'marked') === truth.get(id) && s !== 'slight',
          ),
      ) ?? best.check.outcomes.at(-1)
    if (!outcome) return diagnosis
    student.do({
      kind: 'check-answered',
      lesson: student.lesson,
      check: best.check.id,
      outcome: outcome.id,
    })
  }
  return diagnosisNow(student)
}

function settleAndPrescribe(student: SimulatedRecord, { rivals }: Diagnosis): void {
  const settled = new Map(student.now.cases.map((c) => [c.fault, c]))
  const first = rivals.find((r) => settled.get(r.fault.id)?.status.state !== 'healing')
  if (!first || first.probability < SETTLE_AT) return
  const known = settled.get(first.fault.id)
  const id = known?.id ?? (`${student.script.key}-case-${student.now.cases.length + 1}` as CaseId)
  if (!known) {
    student.do({ kind: 'fault-settled', lesson: student.lesson, case: id, fault: first.fault.id })
  }
  prescribe(student, id, first.fault)
}

function prescribe(student: SimulatedRecord, id: CaseId, fault: Fault): void {
  const remedy = fault.remedies[0]
  if (remedy === undefined || !student.now.cases.some((c) => c.id === id)) return
  const { lesson } = student
  if (!student.do({ kind: 'remedy-started', lesson, case: id, remedy, weeks: WEEKS })) return
  const words = student.script.cues[fault.id] ?? fault.cues[0]?.words
  if (words !== undefined)
    student.do({ kind: 'cue-agreed', lesson: student.lesson, case: id, words })
}

function lookForMore(student: SimulatedRecord, number: number): void {
  const open = student.script.hidden
    .filter((h) => student.isThere(h.fault, number))
    .filter((h) => {
      const state = student.now.cases.find((c) => c.fault === h.fault)?.status.state
      return state === undefined || state === 'open' || state === 'relapsed'
    })
  const full = activeProjects(student.now).length >= PROJECTS_MOST
  const waits = number >= (student.script.settlesWaitingFrom ?? Infinity)
  if (open.length === 0 || (full && !waits)) return
  const faults = student.knowledge.faults.filter((f) => open.some((h) => h.fault === f.id))
  for (const [finding, strength] of signsToday(student, faults).slice(0, SIGNS_MOST)) {
    student.do({
      kind: 'sign-noted',
      lesson: student.lesson,
      finding: finding.id,
      strength,
      prompted: false,
      condition: null,
    })
  }
  settleAndPrescribe(student, answerChecks(student, faults))
}

/** A break is noted after the last lesson before it. */
function noteBreaks(student: SimulatedRecord, date: IsoDate, next: IsoDate | undefined): void {
  for (const { fromDaysAgo, toDaysAgo, why, words } of student.script.breaks ?? []) {
    const from = addDays(student.today, -fromDaysAgo)
    if (from <= date || next === undefined || from > next) continue
    student.do({ kind: 'break-noted', from, to: addDays(student.today, -toDaysAgo), why, words })
  }
}

function noteLevels(student: SimulatedRecord, number: number, date: IsoDate): void {
  const noted = student.script.levels?.find((l) => l.lesson === number)
  if (!noted) return
  const { hands, reading, ear, pieces } = noted
  student.do({ kind: 'levels-noted', date, hands, reading, ear, pieces })
}

function prepareGate(student: SimulatedRecord, number: number, date: IsoDate): void {
  const { prepares } = student.script
  if (prepares?.lesson !== number) return
  student.do({ kind: 'gate-prepared', date, gate: prepares.gate, on: true })
}

/** Once a gate is got ready for, its needs are looked at in every lesson; with chance of its own, so that the story goes on as before. */
function lookAtGate(student: SimulatedRecord, number: number): void {
  const { prepares } = student.script
  const gate = student.knowledge.gates.find((g) => g.id === prepares?.gate)
  if (!prepares || !gate || number <= prepares.lesson) return
  const rng = seededRng(number)
  const noted = lessonOf(student.now, student.lesson).signs.map((s) => s.finding)
  for (const { without } of gate.needs) {
    if (noted.includes(without)) continue
    const shows = student.knowledge.faults.some(
      (f) => student.isThere(f.id, number) && chance(rng, f.shows[without] ?? 0),
    )
    student.do({
      kind: 'sign-noted',
      lesson: student.lesson,
      finding: without,
      strength: shows ? 'slight' : 'absent',
      prompted: false,
      condition: null,
    })
  }
}

function letRest(student: SimulatedRecord, number: number): void {
  const { rests } = student.script
  const state = student.now.cases.find((c) => c.fault === rests?.fault)
  if (!rests || rests.lesson !== number || !state) return
  const { lesson } = student
  student.do({ kind: 'case-rested', lesson, case: state.id, reason: rests.reason })
}

function oneLesson(student: SimulatedRecord, number: number, date: IsoDate, last: boolean): void {
  const { script, rng } = student
  student.lesson = `${script.key}-lesson-${String(number).padStart(3, '0')}` as LessonId
  student.do({ kind: 'lesson-opened', lesson: student.lesson, date })
  const words = script.strengths[(number - 1) % Math.max(1, script.strengths.length)]
  if (words !== undefined && number % 3 === 1) {
    student.do({ kind: 'strength-named', lesson: student.lesson, words })
  }
  student.heal(number)
  if (script.breaks) takeUpAgain(student, number)
  const { hidden } = student.script
  const there = hidden.filter((h) => student.isThere(h.fault, number)).map((h) => h.fault)
  student.truth.push({ lesson: student.lesson, there })
  recheck(student, number)
  goOnWithProjects(student, number)
  letRest(student, number)
  lookForMore(student, number)
  noteLevels(student, number, date)
  prepareGate(student, number, date)
  lookAtGate(student, number)
  if (last) endOfTerm(student, date)
  if (last && script.leaveOpen) return
  const note = script.notes.length > 0 ? pick(rng, script.notes) : ''
  const next = addDays(date, DAYS_TO_NEXT)
  student.do({ kind: 'lesson-closed', lesson: student.lesson, note, family: '', next })
}

/** The student's weeks with what was truly there in each, the last lesson on the day the script says. Same seed, same story. */
export function playStudentInFull(
  script: StudentScript,
  knowledge: Knowledge,
  today: IsoDate,
  rng: Rng,
): PlayedStudent {
  const student = new SimulatedRecord(script, knowledge, today, rng)
  student.do({ kind: 'student-added', card: script.card })
  const dates = script.daysBeforeToday.map((days) => addDays(today, -days))
  dates.forEach((date, i) => {
    oneLesson(student, i + 1, date, i === dates.length - 1)
    noteBreaks(student, date, dates[i + 1])
  })
  return { acts: student.acts, truth: student.truth }
}

/** The acts alone. */
export function playStudent(
  script: StudentScript,
  knowledge: Knowledge,
  today: IsoDate,
  rng: Rng,
): readonly Act[] {
  return playStudentInFull(script, knowledge, today, rng).acts
}
