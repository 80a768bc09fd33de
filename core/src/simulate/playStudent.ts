/** Plays a student with hidden faults through weeks of lessons, as a careful teacher would run them. */
import { diagnose } from '../diagnosis'
import { addDays, chance, daysBetween, pick } from '../kit'
import type { IsoDate, IsoInstant, Rng } from '../kit'
import type { Fault, Finding, Knowledge, Strength } from '../packs'
import { adviseRung, triesAsked } from '../remedy'
import {
  activeProjects,
  applyAct,
  completeAct,
  lessonOf,
  lessonQuestion,
  playRecord,
  PROJECTS_MOST,
  refuseAct,
  ruleFor,
} from '../record'
import type {
  Act,
  ActId,
  ActRequest,
  CaseId,
  CaseState,
  LessonId,
  StudentCard,
  StudentRecord,
} from '../record'

/** A fault the student really has, and how it will go. */
export interface HiddenFault {
  readonly fault: string
  /** Lesson, from 1, in which it first shows. */
  readonly fromLesson: number
  /** Probability, per lesson on the ladder, that it is really mended. */
  readonly pace: number
  /** Lesson in which a mended fault comes back. */
  readonly relapsesAt?: number
}

export interface StudentScript {
  readonly key: string
  readonly card: StudentCard
  readonly hidden: readonly HiddenFault[]
  readonly strengths: readonly string[]
  readonly cues: Readonly<Record<string, string>>
  readonly notes: readonly string[]
  /** Lessons from the first, in days before the last. */
  readonly daysBeforeToday: readonly number[]
  /** A stop sign reported in the last lesson. */
  readonly painAtEnd?: string
  /** Leave the last lesson open, as if the teacher were in the middle of it. */
  readonly leaveOpen?: boolean
}

/** Signs a teacher notices and settles on: more would not fit in a lesson. */
const SIGNS_MOST = 4
const CHECKS_MOST = 3
/** Weeks planned for a project. */
const WEEKS = 5
const DAYS_TO_NEXT = 7
/** Probability a rival must reach before a careful teacher settles. */
const SETTLE_AT = 0.55

class Player {
  readonly acts: Act[] = []
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
    const whole = completeAct(request, this.record, this.knowledge)
    if (!whole.ok || refuseAct(this.record, whole.value, this.today)) return false
    this.step += 1
    const day = this.record?.lessons.at(-1)?.date ?? this.today
    const at = `${request.kind === 'lesson-opened' ? request.date : day}T15:${String(Math.min(59, this.step % 60)).padStart(2, '0')}:00.000Z`
    const id = `${this.script.key}-act-${String(this.acts.length).padStart(4, '0')}` as ActId
    const act: Act = { ...whole.value, id, at: at as IsoInstant, by: 'teacher' }
    this.acts.push(act)
    this.record = this.record ? applyAct(this.record, act) : playRecord([act])
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

function caseAt(player: Player, id: CaseId): CaseState {
  const found = player.now.cases.find((c) => c.id === id)
  if (!found) throw new RangeError(`no case ${id}`)
  return found
}

function lookAgain(player: Player, state: CaseState, number: number): void {
  const there = player.isThere(state.fault, number)
  const showing =
    state.status.state === 'mended' ? 0.3 : Math.min(0.8, 0.2 + 0.11 * state.rungsPassed)
  const clean = player.tries(5, there ? showing : 0.96)
  player.do({
    kind: 'look-taken',
    lesson: player.lesson,
    case: state.id,
    condition: state.rungsPassed > 1 || !there ? 'piece-tempo' : 'piece-slow',
    prompted: false,
    clean,
    tries: 5,
  })
}

function climb(player: Player, state: CaseState, number: number): void {
  const { ladder } = state
  const rung = ladder?.rungs[ladder.at]
  if (!ladder || !rung) return
  const n = triesAsked(rung.pass)
  const ease = player.isThere(state.fault, number) ? 0.74 : 0.95
  const clean = player.tries(n, ease)
  player.do({
    kind: 'rung-tried',
    lesson: player.lesson,
    case: state.id,
    rung: rung.id,
    clean,
    tries: n,
  })
  const { advice } = adviseRung(rung.pass, { clean, tries: n })
  player.do({ kind: 'rung-decided', lesson: player.lesson, case: state.id, decision: advice })
}

function goOnWithProjects(player: Player, number: number): void {
  for (const { id } of activeProjects(player.now)) {
    const state = caseAt(player, id)
    if (state.settledOn === player.lesson) continue
    const recall = pick(player.rng, ['alone', 'alone', 'hint', 'not'] as const)
    if (state.cue) player.do({ kind: 'cue-recalled', lesson: player.lesson, case: id, recall })
    lookAgain(player, state, number)
    climb(player, caseAt(player, id), number)
    if (ruleFor(player.now, caseAt(player, id)).holds) {
      player.do({ kind: 'case-mended', lesson: player.lesson, case: id })
    }
  }
}

function recheck(player: Player, number: number): void {
  const { date } = lessonOf(player.now, player.lesson)
  for (const state of player.now.cases) {
    if (state.status.state !== 'mended' || state.status.nextRecheck === null) continue
    if (state.status.on === date || daysBetween(state.status.nextRecheck, date) < 0) continue
    lookAgain(player, state, number)
  }
}

/** Signs the hidden faults bring out today, strongest first. */
function signsToday(player: Player, faults: readonly Fault[]): [Finding, Strength][] {
  const { knowledge, rng } = player
  const shown = faults.flatMap((f) => Object.entries(f.shows)).sort((a, b) => b[1] - a[1])
  const seen = new Set<string>()
  return shown.flatMap(([id, strength]): [Finding, Strength][] => {
    const finding = knowledge.findings.find((f) => f.id === id)
    if (!finding || finding.byCheckOnly || seen.has(id) || !chance(rng, strength)) return []
    seen.add(id)
    return [[finding, chance(rng, 0.75) ? 'marked' : 'slight']]
  })
}

function answerChecks(player: Player, faults: readonly Fault[]): void {
  for (let i = 0; i < CHECKS_MOST; i++) {
    const { rivals, checks } = diagnose(lessonQuestion(player.now, player.lesson, player.knowledge))
    const best = checks.ranked[0]
    if (!best || (rivals[0]?.probability ?? 0) > 0.9 || best.bits < 0.02) return
    const present = (id: string) => faults.some((f) => chance(player.rng, f.shows[id] ?? 0.03))
    const truth = new Map(
      best.check.outcomes.flatMap((o) => Object.keys(o.says)).map((id) => [id, present(id)]),
    )
    const outcome =
      best.check.outcomes.find((o) =>
        Object.entries(o.says).every(
          ([id, s]) => (s === 'marked') === truth.get(id) && s !== 'slight',
        ),
      ) ?? best.check.outcomes.at(-1)
    if (!outcome) return
    player.do({
      kind: 'check-answered',
      lesson: player.lesson,
      check: best.check.id,
      outcome: outcome.id,
    })
  }
}

function settleAndPrescribe(player: Player): void {
  const { rivals } = diagnose(lessonQuestion(player.now, player.lesson, player.knowledge))
  const settled = new Map(player.now.cases.map((c) => [c.fault, c]))
  const first = rivals.find((r) => settled.get(r.fault.id)?.status.state !== 'healing')
  if (!first || first.probability < SETTLE_AT) return
  const known = settled.get(first.fault.id)
  const id = known?.id ?? (`${player.script.key}-case-${player.now.cases.length + 1}` as CaseId)
  if (!known) {
    player.do({ kind: 'fault-settled', lesson: player.lesson, case: id, fault: first.fault.id })
  }
  prescribe(player, id, first.fault)
}

function prescribe(player: Player, id: CaseId, fault: Fault): void {
  const remedy = fault.remedies[0]
  if (remedy === undefined || !player.now.cases.some((c) => c.id === id)) return
  const { lesson } = player
  if (!player.do({ kind: 'remedy-started', lesson, case: id, remedy, weeks: WEEKS })) return
  const words = player.script.cues[fault.id] ?? fault.cues[0]?.words
  if (words !== undefined) player.do({ kind: 'cue-agreed', lesson: player.lesson, case: id, words })
}

function lookForMore(player: Player, number: number): void {
  const open = player.script.hidden
    .filter((h) => player.isThere(h.fault, number))
    .filter((h) => {
      const state = player.now.cases.find((c) => c.fault === h.fault)?.status.state
      return state === undefined || state === 'open' || state === 'relapsed'
    })
  if (open.length === 0 || activeProjects(player.now).length >= PROJECTS_MOST) return
  const faults = player.knowledge.faults.filter((f) => open.some((h) => h.fault === f.id))
  for (const [finding, strength] of signsToday(player, faults).slice(0, SIGNS_MOST)) {
    player.do({
      kind: 'sign-noted',
      lesson: player.lesson,
      finding: finding.id,
      strength,
      prompted: false,
      condition: null,
    })
  }
  answerChecks(player, faults)
  settleAndPrescribe(player)
}

function oneLesson(player: Player, number: number, date: IsoDate, last: boolean): void {
  const { script, rng } = player
  player.lesson = `${script.key}-lesson-${String(number).padStart(3, '0')}` as LessonId
  player.do({ kind: 'lesson-opened', lesson: player.lesson, date })
  const words = script.strengths[(number - 1) % Math.max(1, script.strengths.length)]
  if (words !== undefined && number % 3 === 1) {
    player.do({ kind: 'strength-named', lesson: player.lesson, words })
  }
  player.heal(number)
  recheck(player, number)
  goOnWithProjects(player, number)
  lookForMore(player, number)
  if (last && script.painAtEnd !== undefined) {
    player.do({
      kind: 'sign-noted',
      lesson: player.lesson,
      finding: script.painAtEnd,
      strength: 'marked',
      prompted: false,
      condition: null,
    })
  }
  if (last && script.leaveOpen) return
  const note = script.notes.length > 0 ? pick(rng, script.notes) : ''
  const next = addDays(date, DAYS_TO_NEXT)
  player.do({ kind: 'lesson-closed', lesson: player.lesson, note, family: '', next })
}

/** All acts of the student's weeks, the last lesson on the day the script says. Same seed, same story. */
export function playStudent(
  script: StudentScript,
  knowledge: Knowledge,
  today: IsoDate,
  rng: Rng,
): readonly Act[] {
  const player = new Player(script, knowledge, today, rng)
  player.do({ kind: 'student-added', card: script.card })
  script.daysBeforeToday.forEach((days, i) => {
    oneLesson(player, i + 1, addDays(today, -days), i === script.daysBeforeToday.length - 1)
  })
  return player.acts
}
