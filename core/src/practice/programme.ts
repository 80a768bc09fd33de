/** The week at home as a small mixed-integer programme, in CPLEX LP format for any solver. */
import type { CaseId } from '../kit'
import type { PracticeItem } from './items'

/** Days of a week. */
export const DAYS = 7

/** An item fixed on a day, or kept off it. */
export interface Pin {
  readonly item: string
  /** From Monday 0. */
  readonly day: number
  readonly on: boolean
}

/** A week as it is asked of the solver: items, minutes, wishes. */
export interface WeekAsk {
  readonly items: readonly PracticeItem[]
  /** Minutes of each day, Monday first; a rest day has none. */
  readonly minutes: readonly number[]
  /** New movements a day may bring. */
  readonly newPerDay: number
  readonly pins: readonly Pin[]
  /** The day before the lesson, from Monday 0; null when there is none this week. */
  readonly eve: number | null
  /** The project that goes first; its items weigh more already. */
  readonly first: CaseId | null
  /** The day of the group lesson, from Monday 0; null without one. */
  readonly group: number | null
  /** Minutes of the left hand for one of the right; null where hands are not told apart. */
  readonly leftToRight: number | null
}

/** New rungs a day at most: more is a load on the student; common practice. */
export const NEW_PER_DAY = 2

/** A sitting is broken by a pause of five minutes in every half hour; common practice. */
const PAUSE = { every: 30, minutes: 5 } as const

/** Minutes of a day that can be filled, pauses taken out. */
export function playingMinutes(minutes: number): number {
  return Math.max(0, minutes - PAUSE.minutes * Math.floor(minutes / PAUSE.every))
}

/** Worth of each further day of an item against the first: it grows less; our choice, no source. */
export const DAY_WORTH = [1, 0.9, 0.8, 0.65, 0.5, 0.35, 0.2] as const

/** What each wished day that cannot be had costs, as a share of the item's weight. */
export const SHORT_COST = 0.3
/** What playing on the eve of the lesson is worth besides. */
const EVE_WORTH = 0.25
/** Earlier days are taken first where nothing else decides, so that the week is always the same. */
const EARLY_WORTH = 0.001

/**
 * What a day is not for: on the day of the group lesson the group is the music, and no new movement is taken
 * into it. What the teacher placed there by hand stays. Common practice.
 */
export function barred({ group, pins }: WeekAsk, item: PracticeItem, day: number): boolean {
  if (day !== group || pins.some((p) => p.item === item.id && p.day === day && p.on)) return false
  return item.isNew || item.kind === 'music' || item.kind === 'group'
}

/** Worth of a place on the eve of the lesson, or of the group for its pieces, besides that of the day. */
export function eveWorth({ eve, group }: WeekAsk, item: PracticeItem, day: number): number {
  const ofLesson = day === eve && item.kind === 'rung'
  const ofGroup = item.kind === 'group' && group !== null && day === (group + DAYS - 1) % DAYS
  return ofLesson || ofGroup ? EVE_WORTH * item.weight : 0
}

function onDay(i: number, d: number): string {
  return `x${i}_${d}`
}

/** Sum of terms with a running sign, as the format wants it. */
function sum(terms: readonly (readonly [number, string])[]): string {
  return terms
    .map(([factor, name]) => `${factor < 0 ? '-' : '+'} ${Math.abs(factor)} ${name}`)
    .join(' ')
}

const ALL_DAYS = Array.from({ length: DAYS }, (_, d) => d)

function objective(ask: WeekAsk): string {
  const terms = ask.items.flatMap((item, i) => [
    ...DAY_WORTH.map((worth, k) => [worth * item.weight, `y${i}_${k}`] as const),
    [-SHORT_COST * item.weight, `u${i}`] as const,
    ...ALL_DAYS.map((d) => {
      return [placeWorth(ask, item, d), onDay(i, d)] as const
    }),
  ])
  return sum(terms)
}

function rowsOf(ask: WeekAsk): string[] {
  const { items, minutes, newPerDay } = ask
  const perItem = items.flatMap((item, i) => {
    const days = ALL_DAYS.map((d) => [1, onDay(i, d)] as const)
    const worth = DAY_WORTH.map((_, k) => [-1, `y${i}_${k}`] as const)
    return [
      // Days taken fill the worths from the top, which are falling, so no more is needed.
      `${sum([...days, ...worth])} = 0`,
      `${sum([...days, [1, `u${i}`]])} >= ${item.askedDays}`,
      `${sum(days)} <= ${item.askedDays}`,
      ...(item.spaced
        ? ALL_DAYS.slice(0, -1).map(
            (d) =>
              `${sum([
                [1, onDay(i, d)],
                [1, onDay(i, d + 1)],
              ])} <= 1`,
          )
        : []),
      ...ALL_DAYS.filter((d) => barred(ask, item, d)).map((d) => `+ 1 ${onDay(i, d)} = 0`),
    ]
  })
  const perDay = ALL_DAYS.flatMap((d) => {
    const all = items.map((item, i) => [item.minutes, onDay(i, d)] as const)
    const fresh = items.flatMap((item, i) => (item.isNew ? [[1, onDay(i, d)] as const] : []))
    return [
      ...(all.length > 0 ? [`${sum(all)} <= ${playingMinutes(minutes[d] ?? 0)}`] : []),
      ...(fresh.length > 0 ? [`${sum(fresh)} <= ${newPerDay}`] : []),
    ]
  })
  return [...perItem, ...perDay, ...handRow(ask), ...pinRows(ask)]
}

/** Left and right over the week, where the ratio is asked for. */
function handRow({ items, leftToRight }: WeekAsk): string[] {
  const of = (hand: 'left' | 'right', factor: number) =>
    items.flatMap((item, i) =>
      item.hand === hand ? ALL_DAYS.map((d) => [factor * item.minutes, onDay(i, d)] as const) : [],
    )
  if (leftToRight === null) return []
  // The hand that is to have more has at least so much; with once and once that is the left, which lags.
  const [more, less] =
    leftToRight >= 1 ? (['left', 'right'] as const) : (['right', 'left'] as const)
  const ratio = leftToRight >= 1 ? leftToRight : 1 / leftToRight
  const favoured = of(more, 1)
  return favoured.length === 0 ? [] : [`${sum([...favoured, ...of(less, -ratio)])} >= 0`]
}

function pinRows({ items, pins }: WeekAsk): string[] {
  return pins.flatMap((pin) => {
    const i = items.findIndex((item) => item.id === pin.item)
    return i < 0 ? [] : [`+ 1 ${onDay(i, pin.day)} = ${pin.on ? 1 : 0}`]
  })
}

/** The programme as text; maximise the worth of the week. */
export function weekProgramme(ask: WeekAsk): string {
  const rows = rowsOf(ask).map((row, i) => ` c${i}: ${row}`)
  const indices = ask.items.map((_, i) => i)
  const bounds = indices.flatMap((i) => [
    ...DAY_WORTH.map((_, k) => ` 0 <= y${i}_${k} <= 1`),
    ` 0 <= u${i} <= ${DAYS}`,
  ])
  const binaries = indices.flatMap((i) => ALL_DAYS.map((d) => onDay(i, d)))
  return [
    'Maximize',
    ` obj: ${objective(ask)}`,
    'Subject To',
    ...rows,
    'Bounds',
    ...bounds,
    'Binary',
    ` ${binaries.join(' ')}`,
    'End',
  ].join('\n')
}

/** Worth of the first so many days. */
const WORTH_OF_DAYS = DAY_WORTH.reduce<readonly number[]>(
  (sums, worth) => [...sums, (sums.at(-1) ?? 0) + worth],
  [0],
)

/** Worth of so many days of an item, wherever they lie, by the same measure as the programme. */
export function countWorth({ weight, askedDays }: PracticeItem, days: number): number {
  return weight * ((WORTH_OF_DAYS[days] ?? 0) - SHORT_COST * Math.max(0, askedDays - days))
}

/** Worth of that day itself, besides. */
export function placeWorth(ask: WeekAsk, item: PracticeItem, day: number): number {
  return EARLY_WORTH * (DAYS - day) + eveWorth(ask, item, day)
}

/** Worth of a week: of all its items. */
export function weekWorth(ask: WeekAsk, on: (item: number, day: number) => boolean): number {
  return ask.items.reduce((sum, item, i) => {
    const days = ALL_DAYS.filter((d) => on(i, d))
    return days.reduce((s, d) => s + placeWorth(ask, item, d), sum + countWorth(item, days.length))
  }, 0)
}
