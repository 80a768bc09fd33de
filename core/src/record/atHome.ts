/** Changes to the log of home. */
import type { IsoDate } from '../kit'
import { mondayOf } from './keptAtHome'
import type { GivenWeek, HomeLog, HomeTick, TickedWeek } from './homeLog'
import type { StudentRecord } from './state'

/** The record with something of the log of home changed. */
export function atHome(record: StudentRecord, change: Partial<HomeLog>): StudentRecord {
  return { ...record, home: { ...record.home, ...change } }
}

/** The weeks with this one in its place; a week without entries is left out. */
function withWeek<W extends { readonly week: IsoDate }>(
  weeks: readonly W[],
  week: W,
): readonly W[] {
  // Home writes about this week or the last, so its place is near the end.
  const before = weeks.findLastIndex((w) => w.week <= week.week)
  const there = weeks[before]?.week === week.week
  return there ? weeks.with(before, week) : weeks.toSpliced(before + 1, 0, week)
}

function withTicks(
  record: StudentRecord,
  day: IsoDate,
  change: (ticks: readonly HomeTick[]) => readonly HomeTick[],
): StudentRecord {
  const week = mondayOf(day)
  const { ticked } = record.home
  const before = ticked.findLast((w) => w.week === week)?.ticks ?? []
  const entry: TickedWeek = { week, ticks: change(before) }
  return atHome(record, {
    ticked:
      entry.ticks.length > 0 ? withWeek(ticked, entry) : ticked.filter((w) => w.week !== week),
  })
}

/** The tick of that item on that day taken away. */
export function untick(record: StudentRecord, day: IsoDate, item: string): StudentRecord {
  return withTicks(record, day, (ticks) =>
    ticks.filter((t) => !(t.date === day && t.item === item)),
  )
}

/** Ticked; what was ticked of it before on that day is replaced. */
export function tick(record: StudentRecord, entry: HomeTick): StudentRecord {
  const { date, item } = entry
  return withTicks(record, date, (ticks) => [
    ...ticks.filter((t) => !(t.date === date && t.item === item)),
    entry,
  ])
}

/** The week given, in the place of what was given for it before. */
export function giveWeek(record: StudentRecord, given: GivenWeek): StudentRecord {
  return atHome(record, { given: withWeek(record.home.given, given) })
}
