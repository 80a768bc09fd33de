/** Which techniques a student is ready for: evidence lesson by lesson, never the calendar. */
import { wilson } from '../kit'
import type { IsoDate, ShareInterval } from '../kit'
import { isClean } from '../mending'
import { gatesFor, setupFindings } from '../packs'
import type { Gate, GateNeed, Knowledge } from '../packs'
import type { LessonId } from './acts'
import { factsOf } from './factsOf'
import type { LessonState, OverruledGate, StudentRecord } from './state'

/** Lessons looked back over. */
export const RECENT_LESSONS = 8
/** Standard normal quantile of a two-sided 80 % interval: four good lessons of four make 71 %. */
const Z_80 = 1.2815515655446004
/** A clean look at a fault speaks for a need only when the fault nearly always shows it. */
const SHOWS_MOSTLY = 0.5

export interface NeedState {
  readonly need: GateNeed
  readonly good: number
  readonly seen: number
  /** Share of lessons in which it held, with its 80 % interval. */
  readonly share: ShareInterval
  readonly holds: boolean
  readonly lessons: readonly {
    readonly lesson: LessonId
    readonly date: IsoDate
    readonly good: boolean
  }[]
}

export interface GateState {
  readonly gate: Gate
  readonly state: 'open' | 'waits-for-others' | 'not-yet' | 'too-few'
  readonly needs: readonly NeedState[]
  readonly waitsFor: readonly string[]
  /** The teacher holds it open or shut against the evidence; null where the evidence speaks. */
  readonly overruled: OverruledGate | null
}

/** Whether the finding was there in the lesson; null when nobody looked. */
function seenIn(
  record: StudentRecord,
  knowledge: Knowledge,
  lesson: LessonState,
  finding: string,
): boolean | null {
  const schools = Object.values(factsOf(record.card, knowledge).schools)
  const sign = lesson.signs.findLast((s) => s.finding === finding && s.strength !== 'unsure')
  if (sign) return sign.strength !== 'absent'
  const setup = lesson.setups
    .filter((s) => s.place === 'studio')
    .flatMap((s) => setupFindings(knowledge, s, schools))
    .find((s) => s.finding === finding)
  if (setup) return setup.strength !== 'absent'
  const faults = knowledge.faults
    .filter((f) => (f.shows[finding] ?? 0) >= SHOWS_MOSTLY)
    .map((f) => f.id)
  const looks = record.cases
    .filter((c) => faults.includes(c.fault))
    .flatMap((c) => c.looks.filter((l) => l.lesson === lesson.id))
  return looks.length === 0 ? null : !looks.every(isClean)
}

/** Whether so many good lessons of those seen show the share asked for. */
export function needHolds(good: number, seen: number, share: number): boolean {
  return wilson(good, seen, Z_80).low >= share
}

function needState(record: StudentRecord, knowledge: Knowledge, need: GateNeed): NeedState {
  const lessons = record.lessons
    .flatMap((l) => {
      const there = seenIn(record, knowledge, l, need.without)
      return there === null ? [] : [{ lesson: l.id, date: l.date, good: !there }]
    })
    .slice(-RECENT_LESSONS)
  const good = lessons.filter((l) => l.good).length
  const share = wilson(good, lessons.length, Z_80)
  const holds = needHolds(good, lessons.length, need.share)
  return { need, good, seen: lessons.length, share, holds, lessons }
}

/** Fewest lessons that could show a need to hold at all. */
function enoughSeen({ need, seen }: NeedState): boolean {
  return needHolds(seen, seen, need.share)
}

/** Every gate of the student's schools, prerequisites before what waits for them. */
export function gateStates(record: StudentRecord, knowledge: Knowledge): readonly GateState[] {
  const gates = gatesFor(knowledge, factsOf(record.card, knowledge).schools)
  const states = new Map<string, GateState>()
  const stateOf = (gate: Gate): GateState => {
    const known = states.get(gate.id)
    if (known) return known
    const needs = gate.needs.map((n) => needState(record, knowledge, n))
    const waitsFor = gate.after.filter((id) => {
      const before = gates.find((g) => g.id === id)
      return before !== undefined && stateOf(before).state !== 'open'
    })
    const holds = needs.every((n) => n.holds)
    const shown = !needs.every(enoughSeen)
      ? 'too-few'
      : !holds
        ? 'not-yet'
        : waitsFor.length > 0
          ? 'waits-for-others'
          : 'open'
    const overruled = record.overruledGates.find((o) => o.gate === gate.id) ?? null
    const state = overruled ? (overruled.open ? 'open' : 'not-yet') : shown
    const found: GateState = { gate, state, needs, waitsFor, overruled }
    states.set(gate.id, found)
    return found
  }
  gates.forEach(stateOf)
  return [...states.values()]
}

/** The lesson after which each gate that is open now by its evidence first was. */
export function gateOpenings(
  record: StudentRecord,
  knowledge: Knowledge,
): ReadonlyMap<string, IsoDate> {
  const opened = new Map<string, IsoDate>()
  record.lessons.forEach((lesson, i) => {
    const then = { ...record, lessons: record.lessons.slice(0, i + 1), overruledGates: [] }
    for (const { gate, state } of gateStates(then, knowledge)) {
      if (state === 'open' && !opened.has(gate.id)) opened.set(gate.id, lesson.date)
      if (state !== 'open') opened.delete(gate.id)
    }
  })
  return opened
}
