/** Which techniques a student is ready for: evidence lesson by lesson, never the calendar. */
import { wilson } from '../kit'
import type { IsoDate, ShareInterval, LessonId } from '../kit'
import { gatesFor } from '../packs'
import type { Gate, GateNeed, Knowledge } from '../packs'
import { evidenceFor } from './gateEvidence'
import type { Evidence, NeedSeen } from './gateEvidence'
import { factsOf } from '../record'
import type { OverruledGate, StudentRecord } from '../record'

/** Lessons looked back over. */
export const RECENT_LESSONS = 8
/** Standard normal quantile of a two-sided 80 % interval: four good lessons of four make 71 %. */
const Z_80 = 1.2815515655446004
/** How a need has held over the recent lessons. */
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

/** A gate with its needs, what it waits for, and whether the teacher holds it. */
export interface GateState {
  readonly gate: Gate
  readonly state: 'open' | 'waits-for-others' | 'not-yet' | 'too-few'
  readonly needs: readonly NeedState[]
  readonly waitsFor: readonly string[]
  /** The teacher holds it open or shut against the evidence; null where the evidence speaks. */
  readonly overruled: OverruledGate | null
}

/** Whether so many good lessons of those seen show the share asked for. */
export function needHolds(good: number, seen: number, share: number): boolean {
  return wilson(good, seen, Z_80).low >= share
}

/** How many of the lessons seen, oldest first, come before that place in the record. */
function placesBefore(seen: readonly NeedSeen[], before: number): number {
  let [from, to] = [0, seen.length]
  while (from < to) {
    const middle = (from + to) >> 1
    if ((seen[middle]?.at ?? before) < before) from = middle + 1
    else to = middle
  }
  return from
}

/** The need as the lessons before that place in the record show it. */
function needState(need: GateNeed, seen: readonly NeedSeen[], before: number): NeedState {
  const until = placesBefore(seen, before)
  const lessons = seen
    .slice(Math.max(0, until - RECENT_LESSONS), until)
    .map(({ lesson, date, good }) => ({ lesson, date, good }))
  const good = lessons.filter((l) => l.good).length
  const share = wilson(good, lessons.length, Z_80)
  const holds = needHolds(good, lessons.length, need.share)
  return { need, good, seen: lessons.length, share, holds, lessons }
}

/** Fewest lessons that could show a need to hold at all. */
function enoughSeen({ need, seen }: NeedState): boolean {
  return needHolds(seen, seen, need.share)
}

interface Looking {
  readonly gates: readonly Gate[]
  readonly evidence: Evidence
  readonly overruled: readonly OverruledGate[]
  /** Only lessons before this place in the record count. */
  readonly before: number
}

function shownBy(needs: readonly NeedState[], waitsFor: readonly string[]): GateState['state'] {
  if (!needs.every(enoughSeen)) return 'too-few'
  if (!needs.every((n) => n.holds)) return 'not-yet'
  return waitsFor.length > 0 ? 'waits-for-others' : 'open'
}

function statesOf({ gates, evidence, overruled, before }: Looking): readonly GateState[] {
  const states = new Map<string, GateState>()
  const stateOf = (gate: Gate): GateState => {
    const known = states.get(gate.id)
    if (known) return known
    const needs = gate.needs.map((n) => needState(n, evidence.get(n) ?? [], before))
    const waitsFor = gate.after.filter((id) => {
      const earlier = gates.find((g) => g.id === id)
      return earlier !== undefined && stateOf(earlier).state !== 'open'
    })
    const held = overruled.find((o) => o.gate === gate.id) ?? null
    const state = held ? (held.open ? 'open' : 'not-yet') : shownBy(needs, waitsFor)
    const found: GateState = { gate, state, needs, waitsFor, overruled: held }
    states.set(gate.id, found)
    return found
  }
  gates.forEach(stateOf)
  return [...states.values()]
}

/** Every gate of the student's schools, prerequisites before what waits for them. */
export function gateStates(record: StudentRecord, knowledge: Knowledge): readonly GateState[] {
  const gates = gatesFor(knowledge, factsOf(record.card, knowledge).schools)
  const evidence = evidenceFor(gates, record, knowledge)
  const { overruledGates: overruled, lessons } = record
  return statesOf({ gates, evidence, overruled, before: lessons.length })
}

/** The lesson after which each gate that is open now by its evidence first was. */
export function gateOpenings(
  record: StudentRecord,
  knowledge: Knowledge,
): ReadonlyMap<string, IsoDate> {
  const gates = gatesFor(knowledge, factsOf(record.card, knowledge).schools)
  const evidence = evidenceFor(gates, record, knowledge)
  const opened = new Map<string, IsoDate>()
  record.lessons.forEach((lesson, at) => {
    for (const { gate, state } of statesOf({ gates, evidence, overruled: [], before: at + 1 })) {
      if (state === 'open' && !opened.has(gate.id)) opened.set(gate.id, lesson.date)
      if (state !== 'open') opened.delete(gate.id)
    }
  })
  return opened
}
