/** When a gate may open: lessons drawn until every need of it, and of the gates before it, holds by the gate's own rule. */
import type { IsoDate, Rng, CaseId } from '../kit'
import { gateStates, needHolds, RECENT_LESSONS } from '../standing'
import { ruleFor } from '../record'
import type { GateState } from '../standing'
import type { StudentRecord } from '../record'
import type { Knowledge } from '../packs'
import { drawBeta, LESSONS_MOST, lessonsToMended, paceOf, usualGapDays, windowOf } from './forecast'
import type { ForecastSettings, ForecastWindow, Pace } from './forecast'

/** One need as it stands. */
export interface NeedPace {
  /** Share of lessons asked for. */
  readonly share: number
  /** Of the lessons in which it was looked at, oldest first, whether it held. */
  readonly lessons: readonly boolean[]
  /** Lessons of the last ones in which somebody looked, and in which nobody did. */
  readonly looked: number
  readonly passedOver: number
  /** The fault in the way that is being mended; null where none is, and the need goes on as it is. */
  readonly fault: { readonly id: CaseId; readonly pace: Pace } | null
  /** Of `lessons`, those since the fault behind it was called mended; null where none was. */
  readonly sinceMended: number | null
}

/** How a gate's needs have held so far, and how often there is a lesson. */
export interface GatePace {
  readonly needs: readonly NeedPace[]
  readonly daysBetweenLessons: number
}

/** A need once its fault is mended: good in nine lessons of ten, as Beta pseudo-counts; our choice, no source. */
const MENDED_PRIOR = { good: 9, not: 1 } as const

/** Students change: what each lesson says of the next is worth so much less than what the one after it says; our choice. */
const FADES = 0.85

/** Lessons of one kind, the later ones worth more. */
function weightOf(lessons: readonly boolean[], good: boolean): number {
  return lessons
    .toReversed()
    .reduce((sum, held, ago) => sum + (held === good ? FADES ** ago : 0), 0)
}

/** A draw of how often the need holds as things are; before anything is seen nothing is taken as never or always. */
function drawNow({ lessons, sinceMended }: NeedPace, rng: Rng): number {
  if (sinceMended === null)
    return drawBeta(rng, 1 + weightOf(lessons, true), 1 + weightOf(lessons, false))
  const since = sinceMended === 0 ? [] : lessons.slice(-sinceMended)
  return drawBeta(
    rng,
    MENDED_PRIOR.good + weightOf(since, true),
    MENDED_PRIOR.not + weightOf(since, false),
  )
}

/** The gate's rule by share asked, lessons seen and good ones: asked millions of times, so answered from a table. */
const HOLDS = new Map<number, readonly (readonly boolean[])[]>()

function holds(share: number, good: number, seen: number): boolean {
  let table = HOLDS.get(share)
  if (!table) {
    table = Array.from({ length: RECENT_LESSONS + 1 }, (_, n) =>
      Array.from({ length: n + 1 }, (__, g) => needHolds(g, n, share)),
    )
    HOLDS.set(share, table)
  }
  return table[seen]?.[good] ?? false
}

/** Lessons until one need holds; null when it has not within two years. */
function lessonsToHold(need: NeedPace, mendedAt: number, rng: Rng): number | null {
  const before = drawNow(need, rng)
  const after =
    need.fault === null
      ? before
      : Math.max(before, drawBeta(rng, MENDED_PRIOR.good, MENDED_PRIOR.not))
  const look = drawBeta(rng, 1 + need.looked, 1 + need.passedOver)
  const lately = need.lessons.slice(-RECENT_LESSONS)
  let good = lately.filter(Boolean).length
  if (holds(need.share, good, lately.length)) return 0
  for (let lesson = 1; lesson <= LESSONS_MOST; lesson++) {
    if (rng() >= look) continue
    const held = rng() < (lesson > mendedAt ? after : before)
    lately.push(held)
    if (held) good += 1
    if (lately.length > RECENT_LESSONS && lately.shift()) good -= 1
    if (holds(need.share, good, lately.length)) return lesson
  }
  return null
}

/** Lessons until all needs hold, in one way it could go. Needs with the same fault share its mending. */
function oneRun({ needs }: GatePace, settings: ForecastSettings): number {
  const mended = new Map<CaseId, number>()
  let last = 0
  for (const need of needs) {
    const { fault } = need
    if (fault && !mended.has(fault.id)) mended.set(fault.id, lessonsToMended(fault.pace, settings))
    const at = lessonsToHold(need, fault ? (mended.get(fault.id) ?? 0) : 0, settings.rng)
    if (at === null) return Infinity
    last = Math.max(last, at)
  }
  return last
}

/** The windows for a gate. Seeded, so that the same question has the same answer. */
export function forecastGate(pace: GatePace, settings: ForecastSettings): ForecastWindow {
  const lessons = Array.from({ length: settings.runs }, () => oneRun(pace, settings))
  return windowOf(lessons, pace.daysBetweenLessons)
}

/** The gate and those before it that are not open either, each once. */
function chainOf(gate: GateState, all: readonly GateState[]): readonly GateState[] {
  const found = new Map<string, GateState>()
  const add = (state: GateState) => {
    if (found.has(state.gate.id)) return
    found.set(state.gate.id, state)
    for (const id of state.waitsFor) {
      const before = all.find((s) => s.gate.id === id)
      if (before) add(before)
    }
  }
  add(gate)
  return [...found.values()]
}

/** Enough is known to look ahead, or somebody has to look at the gate's needs first. */
export type GateAhead =
  | { readonly kind: 'known'; readonly pace: GatePace }
  | { readonly kind: 'unseen'; readonly needs: readonly string[] }

/** What the record says about the way to a gate; null for one that is open, held by the teacher, or not in the pack. */
export function gateAhead(
  record: StudentRecord,
  knowledge: Knowledge,
  gate: string,
): GateAhead | null {
  const states = gateStates(record, knowledge)
  const asked = states.find((s) => s.gate.id === gate)
  if (!asked || asked.state === 'open' || asked.overruled) return null
  const chain = chainOf(asked, states).flatMap((s) => s.needs)
  const unseen = chain.filter((n) => n.seen === 0).map((n) => n.need.text)
  if (unseen.length > 0) return { kind: 'unseen', needs: [...new Set(unseen)] }
  const daysBetweenLessons = usualGapDays(record)
  const lately = record.lessons.slice(-RECENT_LESSONS)
  const behind = (finding: string) =>
    record.cases.filter((c) => {
      const known = knowledge.faults.find((f) => f.id === c.fault)
      return known !== undefined && finding in known.shows
    })
  const mendingOf = (finding: string): NeedPace['fault'] => {
    for (const state of behind(finding)) {
      const pace = paceOf(state, ruleFor(record, state).cleanLessons, daysBetweenLessons)
      if (pace) return { id: state.id, pace }
    }
    return null
  }
  /** The day the last of the faults behind it was mended; null while one of them is not, or there is none. */
  const mendedOn = (finding: string): IsoDate | null => {
    const days = behind(finding).map((c) => (c.status.state === 'mended' ? c.status.on : null))
    return days.includes(null) ? null : (days.toSorted().at(-1) ?? null)
  }
  const needs = chain.map((n): NeedPace => {
    const mended = mendedOn(n.need.without)
    const looked = lately.filter((l) => n.lessons.some((x) => x.lesson === l.id)).length
    return {
      share: n.need.share,
      lessons: n.lessons.map((l) => l.good),
      looked,
      passedOver: lately.length - looked,
      fault: mendingOf(n.need.without),
      sinceMended: mended === null ? null : n.lessons.filter((l) => l.date >= mended).length,
    }
  })
  return { kind: 'known', pace: { needs, daysBetweenLessons } }
}
