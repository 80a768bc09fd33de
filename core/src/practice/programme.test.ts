/** The programme as a solver reads it: its text says the rules of the week and its worth, and nothing else. */
import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import {
  blocksToGive,
  DAYS,
  gridOf,
  handWeek,
  isGiven,
  readWeek,
  weekProgramme,
  weekWorth,
} from './index'
import type { WeekAsk, WeekGrid } from './index'
import { playingMinutes } from './programme'
import { anItem, aWeek } from './test/weekAsked'

type Terms = ReadonlyMap<string, number>

interface Row {
  readonly terms: Terms
  readonly says: string
  readonly than: number
}

/** `+ 2 x - 3 y` as its terms; the same name twice adds up. */
function termsOf(text: string): Terms {
  const terms = new Map<string, number>()
  for (const [, sign, factor, name] of text.matchAll(/([+-]) (\S+) ([a-z]\w+)/g)) {
    terms.set(name!, (terms.get(name!) ?? 0) + (sign === '-' ? -1 : 1) * Number(factor))
  }
  return terms
}

/** The programme read back from its text. */
function read(text: string) {
  const [, objective, rest] = /^Maximize\n obj: (.*)\nSubject To\n([\s\S]*)$/.exec(text)!
  const [rows, bounds] = rest!.split('\nBounds\n')
  const [ranges, binary] = bounds!.split('\nBinary\n')
  return {
    objective: termsOf(objective!),
    rows: rows!.split('\n').map((line): Row => {
      const [, terms, says, than] = /^ c\d+: (.*) (<=|>=|=) (\S+)$/.exec(line)!
      return { terms: termsOf(terms!), says: says!, than: Number(than) }
    }),
    most: new Map(
      ranges!.split('\n').map((line) => {
        const [, name, most] = /^ 0 <= (\w+) <= (\d+)$/.exec(line)!
        return [name!, Number(most)] as const
      }),
    ),
    binary: binary!
      .replace(/\nEnd$/, '')
      .trim()
      .split(' '),
  }
}

const daysOf = (row: readonly boolean[] | undefined) => (row ?? []).filter(Boolean).length

/** The values a solver would give the week: days fill the worths from the top, what is short is short. */
function valuesOf(a: WeekAsk, grid: WeekGrid): Terms {
  return new Map(
    a.items.flatMap((x, i) => [
      ...Array.from({ length: DAYS }, (_, d) => [`x${i}_${d}`, grid[i]![d] ? 1 : 0] as const),
      ...Array.from(
        { length: DAYS },
        (_, k) => [`y${i}_${k}`, k < daysOf(grid[i]) ? 1 : 0] as const,
      ),
      [`u${i}`, Math.max(0, x.askedDays - daysOf(grid[i]))] as const,
    ]),
  )
}

const sumOf = (terms: Terms, values: Terms) =>
  [...terms].reduce((sum, [name, factor]) => sum + factor * values.get(name)!, 0)

function holds({ terms, says, than }: Row, values: Terms): boolean {
  const sum = sumOf(terms, values)
  if (says === '=') return Math.abs(sum - than) < 1e-9
  return says === '<=' ? sum <= than + 1e-9 : sum >= than - 1e-9
}

/** The rules of the week, as a teacher would say them. */
function isKept(a: WeekAsk, grid: WeekGrid): boolean {
  const on = (d: number) => a.items.filter((_, i) => grid[i]![d])
  const minutes = (hand: 'left' | 'right') =>
    a.items.reduce((sum, x, i) => sum + (x.hand === hand ? x.minutes * daysOf(grid[i]) : 0), 0)
  const everyDay = Array.from({ length: DAYS }, (_, d) => d).every((d) => {
    const placed = (id: string) => a.pins.some((p) => p.item === id && p.day === d && p.on)
    return (
      on(d).reduce((sum, x) => sum + x.minutes, 0) <= playingMinutes(a.minutes[d]!) &&
      on(d).filter((x) => x.isNew).length <= a.newPerDay &&
      (d !== a.group ||
        on(d).every((x) => placed(x.id) || !(x.isNew || x.kind === 'music' || x.kind === 'group')))
    )
  })
  const everyItem = a.items.every(
    (x, i) =>
      daysOf(grid[i]) <= x.askedDays &&
      (!x.spaced || grid[i]!.every((there, d) => !(there && grid[i]![d + 1]))),
  )
  const pinned = a.pins.every((p) => {
    const i = a.items.findIndex((x) => x.id === p.item)
    return i < 0 || grid[i]![p.day] === p.on
  })
  const ratio = a.leftToRight
  const balance =
    ratio === null ||
    (ratio >= 1
      ? minutes('left') + 1e-9 >= ratio * minutes('right') ||
        !a.items.some((x) => x.hand === 'left')
      : ratio * minutes('right') + 1e-9 >= minutes('left') ||
        !a.items.some((x) => x.hand === 'right'))
  return everyDay && everyItem && pinned && balance
}

const anyPart = fc.record({
  minutes: fc.integer({ min: 2, max: 9 }),
  askedDays: fc.integer({ min: 1, max: 6 }),
  weight: fc.integer({ min: 1, max: 5 }),
  isNew: fc.boolean(),
  spaced: fc.boolean(),
  kind: fc.constantFrom('rung' as const, 'music' as const, 'group' as const),
  hand: fc.constantFrom(null, 'left' as const, 'right' as const),
})

const anyAsk = fc
  .record({
    parts: fc.array(anyPart, { minLength: 1, maxLength: 4 }),
    minutes: fc.array(fc.constantFrom(0, 10, 20, 45), { minLength: DAYS, maxLength: DAYS }),
    newPerDay: fc.integer({ min: 0, max: 2 }),
    eve: fc.constantFrom(null, 2, 6),
    group: fc.constantFrom(null, 0, 4),
    leftToRight: fc.constantFrom(null, 0.5, 1, 2),
    pins: fc.array(
      fc.record({
        item: fc.constantFrom('i0', 'i1', 'gone'),
        day: fc.integer({ min: 0, max: 6 }),
        on: fc.boolean(),
      }),
      { maxLength: 2 },
    ),
  })
  .map(({ parts, ...more }) =>
    aWeek(
      parts.map((part, i) => anItem(`i${i}`, part)),
      more,
    ),
  )

/** A week as it would be filled, or an empty one, with some places turned round. */
const turned = (a: WeekAsk, places: readonly number[]): WeekGrid => {
  const from = handWeek(a) ?? a.items.map(() => Array.from({ length: DAYS }, () => false))
  return from.map((row, i) => row.map((there, d) => there !== places.includes(i * DAYS + d)))
}

test('a week satisfies the programme where it keeps the rules, and only there; its worth is the week’s', () => {
  const seen = { kept: 0, broken: 0 }
  fc.assert(
    fc.property(
      anyAsk,
      fc.array(fc.integer({ min: 0, max: 4 * DAYS - 1 }), { maxLength: 2 }),
      (a, places) => {
        const programme = read(weekProgramme(a))
        const grid = turned(a, places)
        const values = valuesOf(a, grid)
        const kept = isKept(a, grid)
        expect(programme.rows.every((row) => holds(row, values))).toBe(kept)
        seen[kept ? 'kept' : 'broken'] += 1
        expect(sumOf(programme.objective, values)).toBeCloseTo(
          weekWorth(a, (i, d) => grid[i]![d]!),
          9,
        )
      },
    ),
    { seed: 20261129, numRuns: 600 },
  )
  expect(Math.min(seen.kept, seen.broken)).toBeGreaterThan(100)
})

test('the eve of the lesson is worth a quarter more for a rung, the eve of the group for its pieces, and no other', () => {
  const more = (kind: 'rung' | 'music' | 'group', day: number, when: Partial<WeekAsk>) => {
    const worth = (a: WeekAsk) => weekWorth(a, (_, d) => d === day)
    const items = [anItem('a', { kind, weight: 4 })]
    return worth(aWeek(items, when)) - worth(aWeek(items))
  }
  expect(more('rung', 2, { eve: 2 })).toBeCloseTo(1, 12)
  expect(more('rung', 3, { eve: 2 })).toBe(0)
  expect(more('music', 2, { eve: 2 })).toBe(0)
  expect(more('group', 2, { eve: 2 })).toBe(0)
  expect(more('group', 2, { group: 3 })).toBeCloseTo(1, 12)
  // The eve of a Monday is the Sunday of that week.
  expect(more('group', 6, { group: 0 })).toBeCloseTo(1, 12)
  expect(more('group', 4, { group: 3 })).toBe(0)
  expect(more('rung', 2, { group: 3 })).toBe(0)
})

test('every variable is bounded once: places are there or not, worths are shares, what is short is days', () => {
  const a = aWeek([anItem('a'), anItem('b')])
  const { most, binary, objective } = read(weekProgramme(a))
  expect(binary).toEqual(
    [0, 1].flatMap((i) => Array.from({ length: DAYS }, (_, d) => `x${i}_${d}`)),
  )
  expect([...most].filter(([name]) => name.startsWith('y')).every(([, n]) => n === 1)).toBe(true)
  expect([most.get('u0'), most.get('u1'), most.size]).toEqual([DAYS, DAYS, 16])
  expect([...objective.keys()].sort()).toEqual([...binary, ...most.keys()].sort())
})

describe('what a solver answers, read as a week', () => {
  const a = aWeek([anItem('a'), anItem('b')])

  test('a place is taken from a half up, and free where nothing is said of it', () => {
    const grid = gridOf(a, { x0_0: 1, x0_1: 0.500001, x0_2: 0.5, x1_6: 0.9999999 })
    expect(grid[0]).toEqual([true, true, false, false, false, false, false])
    expect(grid[1]).toEqual([false, false, false, false, false, false, true])
  })

  test('is what was given where the same blocks stand on the same days as long, in whatever order', () => {
    const plan = readWeek(a, gridOf(a, { x0_0: 1, x1_0: 1, x1_3: 1 }))
    const blocks = blocksToGive(plan)
    const given = { week: '2026-11-23', blocks } as unknown as NonNullable<
      Parameters<typeof isGiven>[0]
    >
    expect(isGiven(null, blocks)).toBe(false)
    expect(isGiven(given, blocks)).toBe(true)
    expect(isGiven({ ...given, blocks: [...blocks].reverse() }, blocks)).toBe(true)
    expect(isGiven({ ...given, blocks: blocks.slice(1) }, blocks)).toBe(false)
    const longer = blocks.map((b, i) => (i === 0 ? { ...b, minutes: b.minutes + 1 } : b))
    expect(isGiven({ ...given, blocks: longer }, blocks)).toBe(false)
  })
})

describe('by hand with a balance of the hands', () => {
  const week = (ratio: number, left: number, right: number) =>
    handWeek(
      aWeek(
        [
          anItem('left', { hand: 'left', askedDays: left, minutes: 4 }),
          anItem('right', { hand: 'right', askedDays: right, minutes: 4 }),
        ],
        { leftToRight: ratio },
      ),
    )

  test('there is a week where the hand that is to have more has it, and none where it has not', () => {
    expect(week(2, 4, 2)).not.toBeNull()
    expect(week(2, 3, 2)).toBeNull()
    expect(week(1, 3, 3)).not.toBeNull()
    expect(week(1, 2, 3)).toBeNull()
    expect(week(0.5, 2, 4)).not.toBeNull()
    expect(week(0.5, 3, 4)).toBeNull()
  })
})
