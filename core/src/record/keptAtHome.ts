/** What was asked for at home and what was done of it. */
import { daysBetween, addDays, weekdayOf } from '../kit'
import type { IsoDate, CaseId } from '../kit'
import { WEEKDAYS } from './card'
import type { CommitmentState } from './card'
import type { GivenBlock, GivenWeek, HomeHurt, HomeLog, HomeTick } from './homeLog'
import type { StudentRecord } from './state'
import { stopsHolding } from './stopping'

/** The Monday of the day's week. */
export function mondayOf(day: IsoDate): IsoDate {
  return addDays(day, -weekdayOf(day))
}

/** The last of the weeks, oldest first, that begins on the day or before it. */
function lastUpTo<W extends { readonly week: IsoDate }>(
  weeks: readonly W[],
  day: IsoDate,
): W | null {
  let [from, to] = [0, weeks.length]
  while (from < to) {
    const middle = (from + to) >> 1
    if ((weeks[middle]?.week ?? day) <= day) from = middle + 1
    else to = middle
  }
  return weeks[from - 1] ?? null
}

/** The week that holds on that day: the last one given, which goes on until another is. */
export function weekGivenFor(home: HomeLog, day: IsoDate): GivenWeek | null {
  return lastUpTo(home.given, mondayOf(day))
}

/** Blocks asked for on a day. */
export function askedOn(home: HomeLog, day: IsoDate): readonly GivenBlock[] {
  return weekGivenFor(home, day)?.blocks.filter((b) => b.day === weekdayOf(day)) ?? []
}

/** What was ticked in the week in which the day lies. */
export function ticksOfWeek(home: HomeLog, day: IsoDate): readonly HomeTick[] {
  const monday = mondayOf(day)
  const found = lastUpTo(home.ticked, monday)
  return found?.week === monday ? found.ticks : []
}

/** Everything that was ticked, week by week, oldest week first. */
export function allTicks(home: HomeLog): readonly HomeTick[] {
  return home.ticked.flatMap((w) => w.ticks)
}

interface Minutes {
  asked: number
  done: number
}

/** Minutes of a stretch of days, of everything and fault by fault. */
type KeptMinutes = ReadonlyMap<CaseId | 'all', Minutes>

function minutesOver(home: HomeLog, from: IsoDate, to: IsoDate): KeptMinutes {
  const sums = new Map<CaseId | 'all', Minutes>()
  const add = (key: CaseId | 'all', asked: number, done: number) => {
    const sum = sums.get(key) ?? { asked: 0, done: 0 }
    sums.set(key, { asked: sum.asked + asked, done: sum.done + done })
  }
  for (let day = from; day < to; day = addDays(day, 1)) {
    const ticks = ticksOfWeek(home, day)
    for (const block of ticks.length > 0 ? askedOn(home, day) : []) {
      const tick = ticks.find((t) => t.date === day && t.item === block.item)
      const done = tick ? Math.min(tick.minutes, block.minutes) : 0
      add('all', block.minutes, done)
      if (block.case !== null) add(block.case, block.minutes, done)
    }
  }
  return sums
}

/** Worked out once for each state of the log: every fault of a lesson asks about the same days. */
const WORKED_OUT = new WeakMap<HomeLog, Map<string, KeptMinutes>>()

/** What was asked last: the faults of a lesson ask the same one after the other. */
interface Asked {
  readonly home: HomeLog
  readonly from: IsoDate
  readonly to: IsoDate
  readonly minutes: KeptMinutes
}
let last: Asked | null = null

function keptMinutes(home: HomeLog, from: IsoDate, to: IsoDate): KeptMinutes {
  if (last?.home === home && last.from === from && last.to === to) return last.minutes
  const minutes = rememberedMinutes(home, from, to)
  last = { home, from, to, minutes }
  return minutes
}

function rememberedMinutes(home: HomeLog, from: IsoDate, to: IsoDate): KeptMinutes {
  const known = WORKED_OUT.get(home) ?? new Map<string, KeptMinutes>()
  WORKED_OUT.set(home, known)
  const key = `${from} ${to}`
  const found = known.get(key) ?? minutesOver(home, from, to)
  known.set(key, found)
  return found
}

/**
 * Share of the minutes asked for that were ticked, [0, 1], from the first day up to but not with the last. A week
 * in which nothing was ticked tells nothing and is left out: nobody ticking is not nobody playing. Null when no
 * day is left that tells something.
 */
export function keptShare(
  home: HomeLog,
  from: IsoDate,
  to: IsoDate,
  only: CaseId | null = null,
): number | null {
  const sum = keptMinutes(home, from, to).get(only ?? 'all')
  return sum === undefined || sum.asked === 0 ? null : sum.done / sum.asked
}

/** What was kept of one week's practice. */
export interface KeptWeek {
  readonly week: IsoDate
  readonly daysAsked: number
  /** Days on which something was ticked. */
  readonly daysPlayed: number
  /** Null when nothing was ticked in the week. */
  readonly share: number | null
}

/** The last weeks, oldest first, the present one up to yesterday: today is not over. */
export function keptWeeks(home: HomeLog, today: IsoDate, weeks: number): readonly KeptWeek[] {
  const now = mondayOf(today)
  return Array.from({ length: weeks }, (_, i) => addDays(now, (i + 1 - weeks) * WEEKDAYS))
    .filter((week) => weekGivenFor(home, week) !== null && week < today)
    .map((week) => {
      const end = addDays(week, WEEKDAYS)
      const until = end < today ? end : today
      const days = Array.from({ length: daysBetween(week, until) }, (_, d) => addDays(week, d))
      return {
        week,
        daysAsked: days.filter((d) => askedOn(home, d).length > 0).length,
        daysPlayed: days.filter((d) => ticksOfWeek(home, d).some((t) => t.date === d)).length,
        share: keptShare(home, week, until),
      }
    })
}

/** Share of the days asked for on which something was ticked, from which practice counts as kept; our choice. */
const DAILY = { kept: 0.8, partly: 0.4 } as const

/** What the ticks say of practising daily. */
export interface KeptDaily {
  readonly says: Exclude<CommitmentState, 'not-asked'>
  readonly daysPlayed: number
  readonly daysAsked: number
}

/** What the ticks say of "practice daily"; weeks without any tick tell nothing. Null when none does. */
export function keptDaily(weeks: readonly KeptWeek[]): KeptDaily | null {
  const told = weeks.filter((w) => w.share !== null)
  const daysAsked = told.reduce((sum, w) => sum + w.daysAsked, 0)
  const daysPlayed = told.reduce((sum, w) => sum + Math.min(w.daysPlayed, w.daysAsked), 0)
  if (daysAsked === 0) return null
  const share = daysPlayed / daysAsked
  const says = share >= DAILY.kept ? 'kept' : share >= DAILY.partly ? 'partly' : 'not-kept'
  return { says, daysPlayed, daysAsked }
}

/** What hurt at home and still stops. */
export function hurtsUnanswered(record: StudentRecord): readonly HomeHurt[] {
  const holding = new Set(stopsHolding(record).map((s) => s.act))
  return record.home.hurts.filter((h) => holding.has(h.act))
}
