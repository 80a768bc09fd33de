/** What the places leave of a day: a touch of each project that has none there, and the rest to the student's own music. */
import type { PracticeItem } from './items'
import { barred } from './programme'
import type { WeekAsk } from './programme'
import { dayWith, planOf, reasonsFor } from './week'
import type { Block, BlockReason, DayPlan, WeekPlan } from './week'

/** Fewest minutes in which a project is touched at all, and in which music is worth opening; our choice, no source. */
const LEAST = { touch: 2, music: 3 } as const

function block(
  ask: WeekAsk,
  item: PracticeItem,
  day: number,
  minutes: number,
  why: BlockReason,
): Block {
  return { item, day, minutes, reasons: [why, ...reasonsFor(ask, item, day)] }
}

/** Whether the item may come into that day beside what is there. */
function mayCome(ask: WeekAsk, item: PracticeItem, { blocks }: DayPlan, day: number): boolean {
  const fresh = blocks.filter((b) => b.item.isNew).length
  return (
    !blocks.some((b) => b.item === item) &&
    !barred(ask, item, day) &&
    !ask.pins.some((p) => p.item === item.id && p.day === day && !p.on) &&
    (!item.isNew || fresh < ask.newPerDay)
  )
}

/** Projects that are to be touched daily and have fewer days than they ask for, the weightiest first. */
function untouched(ask: WeekAsk, days: readonly DayPlan[]): readonly PracticeItem[] {
  const got = (item: PracticeItem) =>
    days.filter((d) => d.blocks.some((b) => b.item === item)).length
  return ask.items
    .filter(
      (item) =>
        item.kind === 'rung' &&
        !item.spaced &&
        // Where the hands have a balance to keep, no minute of one is added.
        (ask.leftToRight === null || item.hand === null) &&
        got(item) < item.askedDays,
    )
    .sort((a, b) => b.weight - a.weight)
}

function withTouches(
  ask: WeekAsk,
  days: readonly DayPlan[],
  before: DayPlan,
  day: number,
): DayPlan {
  let now = before
  for (const item of untouched(ask, days)) {
    const minutes = Math.min(item.minutes, now.playing - now.minutes)
    if (minutes < LEAST.touch || !mayCome(ask, item, now, day)) continue
    now = dayWith(ask, day, [...now.blocks, block(ask, item, day, minutes, 'a-touch')])
  }
  return now
}

/** The group's pieces are the student's music too, where there is none else that day. */
function musicOf({ blocks }: DayPlan): Block | undefined {
  return blocks.find((b) => b.item.kind === 'music') ?? blocks.find((b) => b.item.kind === 'group')
}

function withMusic(ask: WeekAsk, now: DayPlan, day: number): DayPlan {
  const left = now.playing - now.minutes
  const there = musicOf(now)
  if (left <= 0) return now
  if (there) {
    const longer = {
      ...there,
      minutes: there.minutes + left,
      reasons: [...there.reasons, 'rest-of-the-day' as const],
    }
    return dayWith(
      ask,
      day,
      now.blocks.map((b) => (b === there ? longer : b)),
    )
  }
  const music = ask.items.find((item) => item.kind === 'music')
  if (!music || left < LEAST.music || !mayCome(ask, music, now, day)) return now
  return dayWith(ask, day, [...now.blocks, block(ask, music, day, left, 'rest-of-the-day')])
}

/** The plan with its days filled; what the solver and the teacher placed stays where it is. */
export function fillWeek(ask: WeekAsk, plan: WeekPlan): WeekPlan {
  const days = [...plan.days]
  for (const [day, before] of plan.days.entries()) {
    days[day] = withMusic(ask, withTouches(ask, days, before, day), day)
  }
  return planOf(ask, days)
}
