/** The solved week: blocks in order, what gave way, and why each block is where it is. */
import type { GivenBlock } from '../record'
import type { WeekGrid } from './handWeek'
import { DAY_ORDER } from './items'
import type { PracticeItem } from './items'
import { DAYS, eveWorth, playingMinutes } from './programme'
import type { WeekAsk } from './programme'

/** Why a block stands where it does. */
export type BlockReason =
  | 'pinned'
  | 'set-up-first'
  | 'gate-ahead'
  | 'goes-first'
  | 'new-while-fresh'
  | 'eve-of-lesson'
  | 'eve-of-group'
  | 'for-the-group'
  | 'upkeep-spaced'
  | 'daily'
  | 'fits-today'

/** An item on a day, with the reason. */
export interface Block {
  readonly item: PracticeItem
  readonly day: number
  readonly reasons: readonly BlockReason[]
}

/** An item that got fewer days than it was to have. */
export interface GaveWay {
  readonly item: PracticeItem
  readonly asked: number
  readonly got: number
}

/** A week: its days with their blocks, and what gave way. */
export interface WeekPlan {
  /** Seven days from Monday, blocks in the order of the day. */
  readonly days: readonly {
    readonly blocks: readonly Block[]
    readonly minutes: number
    readonly budget: number
    /** Minutes that can be filled, pauses taken out. */
    readonly playing: number
  }[]
  readonly gaveWay: readonly GaveWay[]
}

/** A solver's values by variable name. */
export type Solution = Readonly<Record<string, number>>

function reasonsFor(ask: WeekAsk, item: PracticeItem, day: number): readonly BlockReason[] {
  const pinned = ask.pins.some((p) => p.item === item.id && p.day === day && p.on)
  return [
    ...(pinned ? (['pinned'] as const) : []),
    ...(item.kind === 'set-up' ? (['set-up-first'] as const) : []),
    ...(item.kind === 'gate' ? (['gate-ahead'] as const) : []),
    ...(item.isNew ? (['new-while-fresh'] as const) : []),
    ...(ask.first !== null && item.case === ask.first ? (['goes-first'] as const) : []),
    ...(eveWorth(ask, item, day) > 0
      ? ([item.kind === 'group' ? 'eve-of-group' : 'eve-of-lesson'] as const)
      : []),
    ...(item.kind === 'group' ? (['for-the-group'] as const) : []),
    ...(item.spaced ? (['upkeep-spaced'] as const) : []),
    ...(item.askedDays >= DAYS - 1 ? (['daily'] as const) : (['fits-today'] as const)),
  ]
}

/** A solution of `weekProgramme` of the same ask, as a grid. */
export function gridOf(ask: WeekAsk, solution: Solution): WeekGrid {
  return ask.items.map((_, i) =>
    Array.from({ length: DAYS }, (__, d) => (solution[`x${i}_${d}`] ?? 0) > 0.5),
  )
}

/** The week as a plan to look at. */
export function readWeek(ask: WeekAsk, grid: WeekGrid): WeekPlan {
  const on = (i: number, d: number) => grid[i]?.[d] ?? false
  const days = Array.from({ length: DAYS }, (_, day) => {
    const blocks = ask.items
      .flatMap((item, i) =>
        on(i, day) ? [{ item, day, reasons: reasonsFor(ask, item, day) }] : [],
      )
      .sort((a, b) => DAY_ORDER.indexOf(a.item.place) - DAY_ORDER.indexOf(b.item.place))
    const budget = ask.minutes[day] ?? 0
    return {
      blocks,
      minutes: blocks.reduce((sum, b) => sum + b.item.minutes, 0),
      budget,
      playing: playingMinutes(budget),
    }
  })
  const gaveWay = ask.items.flatMap((item): GaveWay[] => {
    const got = days.filter((d) => d.blocks.some((b) => b.item === item)).length
    return got < item.askedDays ? [{ item, asked: item.askedDays, got }] : []
  })
  return { days, gaveWay }
}

/** The plan's blocks as they go home. */
export function blocksToGive(plan: WeekPlan): readonly GivenBlock[] {
  return plan.days.flatMap((d) =>
    d.blocks.map(({ item, day }) => ({
      item: item.id,
      name: item.name,
      case: item.case,
      day,
      minutes: item.minutes,
    })),
  )
}

/** What a plan has that another has not, item by item, in days. */
export function gained(
  more: WeekPlan,
  less: WeekPlan,
): readonly { item: PracticeItem; days: number }[] {
  const count = (plan: WeekPlan) => {
    const days = new Map<string, number>()
    for (const { item } of plan.days.flatMap((d) => d.blocks)) {
      days.set(item.id, (days.get(item.id) ?? 0) + 1)
    }
    return days
  }
  const before = count(less)
  const items = new Map(more.days.flatMap((d) => d.blocks.map((b) => [b.item.id, b.item] as const)))
  return [...count(more)].flatMap(([id, days]) => {
    const item = items.get(id)
    const won = days - (before.get(id) ?? 0)
    return item && won > 0 ? [{ item, days: won }] : []
  })
}

/** Share of the usual minutes in the days after a break or an illness: half at first, then a little more each day. */
const RETURN_FIRST = 0.5
const RETURN_STEP = 0.1

/** Minutes of the days from the return on; common practice: half, and a little more each day. */
export function returning(minutes: readonly number[], daysSinceReturn: number): readonly number[] {
  return minutes.map((m, d) =>
    Math.round(m * Math.min(1, RETURN_FIRST + RETURN_STEP * Math.max(0, daysSinceReturn + d))),
  )
}
