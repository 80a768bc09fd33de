/** A block that wants a place in the week, and a week that is asked for, for tests. */
import type { PracticeItem, WeekAsk } from '../index'

/** Five minutes, on as many days as are said. */
export function anItem(id: string, more: Partial<PracticeItem> = {}): PracticeItem {
  return {
    id,
    kind: 'rung',
    name: `The ${id}`,
    minutes: 5,
    askedDays: 3,
    weight: 3,
    isNew: false,
    place: 'strength',
    spaced: false,
    hand: null,
    case: null,
    rung: null,
    instruction: null,
    ...more,
  }
}

/** Twenty minutes on six days, and nothing placed by hand. */
export function aWeek(items: readonly PracticeItem[], more: Partial<WeekAsk> = {}): WeekAsk {
  return {
    items,
    minutes: [20, 20, 20, 20, 20, 20, 0],
    newPerDay: 2,
    pins: [],
    eve: null,
    first: null,
    group: null,
    leftToRight: null,
    ...more,
  }
}
