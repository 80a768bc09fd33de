/**
 * A week filled as a teacher would by hand: the best block for its minutes first, then exchanges within a day
 * while they help. Good, quick and always the same; what is shown when a solver runs out of time.
 */
import {
  barred,
  DAY_WORTH,
  DAYS,
  countWorth,
  placeWorth,
  playingMinutes,
  SHORT_COST,
} from './programme'
import type { WeekAsk } from './programme'
import type { PracticeItem } from './items'

/** Which item is on which day, `[item][day]`. */
export type WeekGrid = readonly (readonly boolean[])[]

/** Passes of exchanges; three find what there is to find in a week. */
const PASSES = 4
/** What counts as better; below it two weeks are worth the same. */
const BETTER = 1e-9

class Filling {
  readonly on: boolean[][]
  private readonly left: number[]
  private readonly fresh: number[]
  private readonly counts: number[]
  /** Where the teacher placed it or kept it off; null where nothing was said. Looked up thousands of times. */
  private readonly pins: readonly (readonly (boolean | null)[])[]
  private readonly barred: readonly (readonly boolean[])[]
  private readonly places: readonly (readonly number[])[]
  /** Worth of the days each item has by where they lie. */
  private readonly placed: number[]

  constructor(readonly ask: WeekAsk) {
    this.on = ask.items.map(() => Array.from({ length: DAYS }, () => false))
    this.left = Array.from({ length: DAYS }, (_, d) => playingMinutes(ask.minutes[d] ?? 0))
    this.fresh = Array.from({ length: DAYS }, () => 0)
    this.counts = ask.items.map(() => 0)
    const onEach = <T>(of: (item: PracticeItem, d: number) => T): T[][] =>
      ask.items.map((item) => Array.from({ length: DAYS }, (_, d) => of(item, d)))
    const pins = new Map(ask.pins.map((p) => [`${p.item} ${p.day}`, p.on]))
    this.pins = onEach((item, d) => pins.get(`${item.id} ${d}`) ?? null)
    this.barred = onEach((item, d) => barred(ask, item, d))
    this.places = onEach((item, d) => placeWorth(ask, item, d))
    this.placed = ask.items.map(() => 0)
  }

  is(i: number, d: number): boolean {
    return this.on[i]?.[d] ?? false
  }

  private days(i: number): number {
    return this.counts[i] ?? 0
  }

  set(i: number, d: number, on: boolean): void {
    const item = this.ask.items[i]
    const row = this.on[i]
    if (!item || !row || row[d] === on) return
    row[d] = on
    const sign = on ? 1 : -1
    this.left[d] = (this.left[d] ?? 0) - sign * item.minutes
    this.counts[i] = this.days(i) + sign
    this.placed[i] = (this.placed[i] ?? 0) + sign * (this.places[i]?.[d] ?? 0)
    if (item.isNew) this.fresh[d] = (this.fresh[d] ?? 0) + sign
  }

  fits(i: number, d: number): boolean {
    const item = this.ask.items[i]
    if (!item || this.is(i, d) || !this.holds(item, i, d)) return false
    return this.pinned(i, d) === null
  }

  /** The rules, whoever asks: minutes, days, new movements, spacing. */
  private holds(item: PracticeItem, i: number, d: number): boolean {
    const apart = !item.spaced || (!this.is(i, d - 1) && !this.is(i, d + 1))
    const room = item.minutes <= (this.left[d] ?? 0) + BETTER
    const few = !item.isNew || (this.fresh[d] ?? 0) < this.ask.newPerDay
    return !this.barred[i]?.[d] && apart && room && few && this.days(i) < item.askedDays
  }

  private pinned(i: number, d: number): boolean | null {
    return this.pins[i]?.[d] ?? null
  }

  /** Places what the teacher placed; false when it breaks a rule. */
  placePins(): boolean {
    return this.ask.pins.every(({ item, day, on }) => {
      const i = this.ask.items.findIndex((x) => x.id === item)
      const found = this.ask.items[i]
      if (!on || !found || this.is(i, day)) return true
      if (!this.holds(found, i, day)) return false
      this.set(i, day, true)
      return true
    })
  }

  /** Worth for each minute of one more day; emptier days first where nothing else decides. */
  private pull(i: number, d: number): number {
    const item = this.ask.items[i]
    if (!item) return 0
    const next = item.weight * ((DAY_WORTH[this.days(i)] ?? 0) + SHORT_COST)
    return (next + (this.places[i]?.[d] ?? 0)) / item.minutes + 1e-4 * (this.left[d] ?? 0)
  }

  fill(): void {
    for (;;) {
      let best: { i: number; d: number; pull: number } | null = null
      for (let i = 0; i < this.on.length; i++) {
        for (let d = 0; d < DAYS; d++) {
          if (!this.fits(i, d)) continue
          const pull = this.pull(i, d)
          if (!best || pull > best.pull + BETTER) best = { i, d, pull }
        }
      }
      if (!best) return
      this.set(best.i, best.d, true)
    }
  }

  private worthOf(i: number): number {
    const item = this.ask.items[i]
    return item ? countWorth(item, this.days(i)) + (this.placed[i] ?? 0) : 0
  }

  /** Exchanges a block for another on its day, or moves it to another day, where the week gets better. */
  exchange(): boolean {
    let better = false
    for (let i = 0; i < this.on.length; i++) {
      for (let d = 0; d < DAYS; d++) {
        if (!this.is(i, d) || this.pinned(i, d) === true) continue
        better = this.exchangeOne(i, d) || better
      }
    }
    return better
  }

  private exchangeOne(i: number, d: number): boolean {
    const before = this.worthOf(i)
    this.set(i, d, false)
    const lost = before - this.worthOf(i)
    for (let j = 0; j < this.on.length; j++) {
      if (j !== i && this.takes(j, d, lost)) return true
    }
    for (let e = 0; e < DAYS; e++) {
      if (e !== d && this.takes(i, e, lost)) return true
    }
    for (let j = 0; j < this.on.length; j++) {
      if (j !== i && this.makesWay(i, d, j, lost)) return true
    }
    this.set(i, d, true)
    return false
  }

  /** Puts another on the day, and this one on a further day on which it fits, when both win more than was given up. */
  private makesWay(i: number, d: number, j: number, lost: number): boolean {
    if (!this.fits(j, d)) return false
    const before = this.worthOf(j)
    this.set(j, d, true)
    const stillLost = lost - (this.worthOf(j) - before)
    for (let e = 0; e < DAYS; e++) {
      if (e !== d && this.takes(i, e, stillLost)) return true
    }
    this.set(j, d, false)
    return false
  }

  /** Puts the item on the day when that wins more than what was given up for it. */
  private takes(j: number, d: number, lost: number): boolean {
    if (!this.fits(j, d)) return false
    const before = this.worthOf(j)
    this.set(j, d, true)
    if (this.worthOf(j) - before > lost + BETTER) return true
    this.set(j, d, false)
    return false
  }
}

/** Whether left and right are in the balance asked for. */
function balanced({ items, leftToRight }: WeekAsk, grid: WeekGrid): boolean {
  if (leftToRight === null) return true
  const minutes = (hand: 'left' | 'right') =>
    items.reduce(
      (sum, item, i) =>
        sum + (item.hand === hand ? item.minutes * (grid[i]?.filter(Boolean).length ?? 0) : 0),
      0,
    )
  const [left, right] = [minutes('left'), minutes('right')]
  return leftToRight >= 1
    ? left + BETTER >= leftToRight * right
    : right + BETTER >= left / leftToRight
}

/** The week, or null when the pins break a rule or the hands do not come into balance. */
export function handWeek(ask: WeekAsk): WeekGrid | null {
  const filling = new Filling(ask)
  if (!filling.placePins()) return null
  filling.fill()
  for (let pass = 0; pass < PASSES && filling.exchange(); pass++) filling.fill()
  return balanced(ask, filling.on) ? filling.on : null
}
