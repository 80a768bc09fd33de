/** Plays a student with hidden faults through weeks of lessons, as a careful teacher would run them. */
import { diagnose } from '../diagnosis'
import { addDays, chance, daysBetween, pick, seededRng } from '../kit'
import type { IsoDate, Rng } from '../kit'
import type { Fault, Finding, Knowledge, Strength } from '../packs'
import { adviseRung, triesAsked } from '../remedy'
import { activeProjects, lessonOf, lessonQuestion, PROJECTS_MOST, ruleFor } from '../record'
import type { Act, CaseId, CaseState, LessonId } from '../record'
import { Player } from './player'
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
  const hidden = player.script.hidden.find((h) => h.fault === state.fault)
  const ease = player.isThere(state.fault, number) ? (hidden?.ease ?? EASE) : 0.95
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

/** Chance that a mended fault that is there again is seen in a lesson nobody rechecks it in. */
const SEEN_AGAIN = 0.3

/** What came back is seen by and by, and what has come back is taken up again when there is room. */
function takeUpAgain(player: Player, number: number): void {
  const { lesson } = player
  for (const { id, fault, status } of player.now.cases) {
    const isBack = status.state === 'mended' && status.on !== dateNow(player)
    if (isBack && player.isThere(fault, number) && chance(player.rng, SEEN_AGAIN)) {
      player.do({ kind: 'case-reopened', lesson, case: id, reason: 'showed again in the piece' })
    }
  }
  for (const { id, fault, status } of player.now.cases) {
    const known = player.knowledge.faults.find((f) => f.id === fault)
    const room = activeProjects(player.now).length < PROJECTS_MOST
    if (known && status.state === 'relapsed' && room) prescribe(player, id, known)
  }
}

function dateNow(player: Player): IsoDate {
  return lessonOf(player.now, player.lesson).date
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
  const full = activeProjects(player.now).length >= PROJECTS_MOST
  const waits = number >= (player.script.settlesWaitingFrom ?? Infinity)
  if (open.length === 0 || (full && !waits)) return
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

/** A break is noted after the last lesson before it. */
function noteBreaks(player: Player, date: IsoDate, next: IsoDate | undefined): void {
  for (const { fromDaysAgo, toDaysAgo, why, words } of player.script.breaks ?? []) {
    const from = addDays(player.today, -fromDaysAgo)
    if (from <= date || next === undefined || from > next) continue
    player.do({ kind: 'break-noted', from, to: addDays(player.today, -toDaysAgo), why, words })
  }
}

function noteLevels(player: Player, number: number, date: IsoDate): void {
  const noted = player.script.levels?.find((l) => l.lesson === number)
  if (!noted) return
  const { hands, reading, ear, pieces } = noted
  player.do({ kind: 'levels-noted', date, hands, reading, ear, pieces })
}

function prepareGate(player: Player, number: number, date: IsoDate): void {
  const { prepares } = player.script
  if (prepares?.lesson !== number) return
  player.do({ kind: 'gate-prepared', date, gate: prepares.gate, on: true })
}

/** Once a gate is got ready for, its needs are looked at in every lesson; with chance of its own, so that the story goes on as before. */
function lookAtGate(player: Player, number: number): void {
  const { prepares } = player.script
  const gate = player.knowledge.gates.find((g) => g.id === prepares?.gate)
  if (!prepares || !gate || number <= prepares.lesson) return
  const rng = seededRng(number)
  const noted = lessonOf(player.now, player.lesson).signs.map((s) => s.finding)
  for (const { without } of gate.needs) {
    if (noted.includes(without)) continue
    const shows = player.knowledge.faults.some(
      (f) => player.isThere(f.id, number) && chance(rng, f.shows[without] ?? 0),
    )
    player.do({
      kind: 'sign-noted',
      lesson: player.lesson,
      finding: without,
      strength: shows ? 'slight' : 'absent',
      prompted: false,
      condition: null,
    })
  }
}

function lookAtSetup(player: Player): void {
  const found = player.script.setupAtEnd
  if (found) player.do({ kind: 'setup-checked', lesson: player.lesson, place: 'studio', ...found })
}

function letRest(player: Player, number: number): void {
  const { rests } = player.script
  const state = player.now.cases.find((c) => c.fault === rests?.fault)
  if (!rests || rests.lesson !== number || !state) return
  const { lesson } = player
  player.do({ kind: 'case-rested', lesson, case: state.id, reason: rests.reason })
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
  if (script.breaks) takeUpAgain(player, number)
  const { hidden } = player.script
  const there = hidden.filter((h) => player.isThere(h.fault, number)).map((h) => h.fault)
  player.truth.push({ lesson: player.lesson, there })
  recheck(player, number)
  goOnWithProjects(player, number)
  letRest(player, number)
  lookForMore(player, number)
  noteLevels(player, number, date)
  prepareGate(player, number, date)
  lookAtGate(player, number)
  if (last) lookAtSetup(player)
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

/** The student's weeks with what was truly there in each, the last lesson on the day the script says. Same seed, same story. */
export function playStudentInFull(
  script: StudentScript,
  knowledge: Knowledge,
  today: IsoDate,
  rng: Rng,
): PlayedStudent {
  const player = new Player(script, knowledge, today, rng)
  player.do({ kind: 'student-added', card: script.card })
  const dates = script.daysBeforeToday.map((days) => addDays(today, -days))
  dates.forEach((date, i) => {
    oneLesson(player, i + 1, date, i === dates.length - 1)
    noteBreaks(player, date, dates[i + 1])
  })
  return { acts: player.acts, truth: player.truth }
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
