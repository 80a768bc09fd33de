/** What was asked for at home and what was done of it. */
import { daysBetween, addDays, weekdayOf } from '../kit'
import type { IsoDate } from '../kit'
import type { CaseId } from './ids'
import { WEEKDAYS } from './card'
import type { Kept } from './card'
import type { GivenBlock, GivenWeek, HomeHurt, HomeLog } from './homeLog'
import type { StudentRecord } from './state'

export function mondayOf(day: IsoDate): IsoDate {
  return addDays(day, -weekdayOf(day))
}

/** The week that holds on that day: the last one given, which goes on until another is. */
export function weekGivenFor(home: HomeLog, day: IsoDate): GivenWeek | null {
  const monday = mondayOf(day)
  return home.given.findLast((g) => g.week <= monday) ?? null
}

/** Blocks asked for on a day. */
export function askedOn(home: HomeLog, day: IsoDate): readonly GivenBlock[] {
  return weekGivenFor(home, day)?.blocks.filter((b) => b.day === weekdayOf(day)) ?? []
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
  const ticked = new Set(home.ticks.map((t) => mondayOf(t.date)))
  const days = Array.from({ length: Math.max(0, daysBetween(from, to)) }, (_, d) =>
    addDays(from, d),
  ).filter((day) => ticked.has(mondayOf(day)))
  const asked = days.flatMap((day) =>
    askedOn(home, day)
      .filter((b) => only === null || b.case === only)
      .map((b) => ({ day, item: b.item, minutes: b.minutes })),
  )
  const minutes = asked.reduce((sum, b) => sum + b.minutes, 0)
  if (minutes === 0) return null
  const done = asked.reduce((sum, block) => {
    const tick = home.ticks.find((t) => t.date === block.day && t.item === block.item)
    return sum + (tick ? Math.min(tick.minutes, block.minutes) : 0)
  }, 0)
  return done / minutes
}

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
        daysPlayed: days.filter((d) => home.ticks.some((t) => t.date === d)).length,
        share: keptShare(home, week, until),
      }
    })
}

/** Share of the days asked for on which something was ticked, from which practice counts as kept; our choice. */
const DAILY = { kept: 0.8, partly: 0.4 } as const

export interface KeptDaily {
  readonly says: Exclude<Kept, 'not-asked'>
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

/**
 * Items that hurt at home and that no lesson has answered yet. A lesson that began after the word came and has
 * been closed answers it; opening one does not, and nor does the lesson that was running at the time.
 */
export function hurtsUnanswered(record: StudentRecord): readonly HomeHurt[] {
  return record.home.hurts.filter(
    (h) => !record.lessons.slice(h.lessonsBefore).some((lesson) => !lesson.open),
  )
}
