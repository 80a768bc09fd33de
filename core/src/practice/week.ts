/** The solved week: blocks in order, what gave way, and why each block is where it is. */
import type { GivenBlock, GivenWeek } from '../record'
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
  | 'a-touch'
  | 'rest-of-the-day'

/** An item on a day, with the reason. */
export interface Block {
  readonly item: PracticeItem
  readonly day: number
  /** More than the item asks where the day has more left, less where only a touch of it fits. */
  readonly minutes: number
  readonly reasons: readonly BlockReason[]
}

/** An item that got fewer days than it was to have. */
export interface GaveWay {
  readonly item: PracticeItem
  readonly asked: number
  readonly got: number
}

/** A day of the week at home, its blocks in their order. */
export interface DayPlan {
  readonly blocks: readonly Block[]
  readonly minutes: number
  readonly budget: number
  /** Minutes that can be filled, pauses taken out. */
  readonly playing: number
}

/** A week: its days with their blocks, and what gave way. */
export interface WeekPlan {
  /** All that wanted a place. */
  readonly items: readonly PracticeItem[]
  /** Seven days from Monday. */
  readonly days: readonly DayPlan[]
  readonly gaveWay: readonly GaveWay[]
}

/** A solver's values by variable name. */
export type Solution = Readonly<Record<string, number>>

/** Why the item stands on that day, what is its own first. */
export function reasonsFor(ask: WeekAsk, item: PracticeItem, day: number): readonly BlockReason[] {
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

/** The day with those blocks, in the order of a day and within it in that of the items. */
export function dayWith(ask: WeekAsk, day: number, blocks: readonly Block[]): DayPlan {
  const budget = ask.minutes[day] ?? 0
  const rank = ({ item }: Block) =>
    DAY_ORDER.indexOf(item.place) * ask.items.length + ask.items.indexOf(item)
  return {
    blocks: blocks.toSorted((a, b) => rank(a) - rank(b)),
    minutes: blocks.reduce((sum, b) => sum + b.minutes, 0),
    budget,
    playing: playingMinutes(budget),
  }
}

/** The days as a plan, with what gave way in them. */
export function planOf({ items }: WeekAsk, days: readonly DayPlan[]): WeekPlan {
  const gaveWay = items.flatMap((item): GaveWay[] => {
    const got = days.filter((d) => d.blocks.some((b) => b.item === item)).length
    return got < item.askedDays ? [{ item, asked: item.askedDays, got }] : []
  })
  return { items, days, gaveWay }
}

/** The week as a plan to look at. */
export function readWeek(ask: WeekAsk, grid: WeekGrid): WeekPlan {
  const days = Array.from({ length: DAYS }, (_, day) => {
    const blocks = ask.items.flatMap((item, i): Block[] =>
      grid[i]?.[day]
        ? [{ item, day, minutes: item.minutes, reasons: reasonsFor(ask, item, day) }]
        : [],
    )
    return dayWith(ask, day, blocks)
  })
  return planOf(ask, days)
}

/** The plan's blocks as they go home. */
export function blocksToGive(plan: WeekPlan): readonly GivenBlock[] {
  return plan.days.flatMap((d) =>
    d.blocks.map(({ item, day, minutes }) => ({
      item: item.id,
      name: item.name,
      case: item.case,
      day,
      minutes,
    })),
  )
}

/** Whether these are what was given home, block by block. */
export function isGiven(given: GivenWeek | null, blocks: readonly GivenBlock[]): boolean {
  const keys = (some: readonly GivenBlock[]) =>
    some.map((b) => `${b.item}|${b.day}|${b.minutes}`).sort()
  return given !== null && JSON.stringify(keys(given.blocks)) === JSON.stringify(keys(blocks))
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
