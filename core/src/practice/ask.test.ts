import { USUAL_MENDING } from '../mending'
import { describe, expect, test } from 'vitest'
import { addDays } from '../kit'
import type { IsoDate, IsoInstant, ActId, CaseId, LessonId } from '../kit'
import { EMPTY_CARD, playRecord, USUAL_WISHES } from '../record'
import type { Act, ActBody, CaseState, StudentRecord, WeekWishes } from '../record'
import type { LadderRung } from '../remedy'
import type { Knowledge } from '../packs'
import { practiceItems, rungOfItem, weekAsk } from './index'

const MONDAY = '2026-03-02' as IsoDate
const MINUTES = [20, 20, 20, 20, 20, 20, 0]

/** What the tests need of a pack: one point of the set-up and two gates. */
const knowledge = {
  schools: [],
  faults: [],
  setup: [
    {
      id: 'feet',
      ask: 'Feet flat?',
      parts: [{ id: 'dangle', say: 'they dangle', finding: 'feet-dangle' }],
      lasts: true,
      number: null,
      grows: false,
    },
    {
      id: 'spine',
      ask: 'Spine tall?',
      parts: [{ id: 'sunk', say: 'it has sunk', finding: 'slumped' }],
      lasts: false,
      number: null,
      grows: false,
    },
  ],
  playing: ['hand', 'arm'],
  gates: ['legato', 'staccato'].map((id) => ({
    id,
    name: id === 'legato' ? 'Legato' : 'Staccato',
    after: [],
    afterIn: {},
    needs: [{ text: 'The wrist gives', without: 'wrist-stiff', share: 0.7 }],
    prepare: id === 'legato' ? 'Mime it on a table.' : null,
  })),
} as unknown as Knowledge

const askOf = (record: StudentRecord, monday: IsoDate, more?: number) =>
  weekAsk(record, knowledge, monday, more)
const itemsOf = (record: StudentRecord) => practiceItems(record, knowledge)

function play(...bodies: readonly ActBody[]): StudentRecord {
  const card = { ...EMPTY_CARD, name: 'Isla', instrument: 'horn', homeMinutes: MINUTES }
  const acts = [{ kind: 'student-added', card } as const, ...bodies].map((body, i): Act => ({
    ...body,
    id: `act-${i}` as ActId,
    at: '2026-03-01T10:00:00Z' as IsoInstant,
    by: 'teacher',
  }))
  return playRecord(acts)!
}

function lesson(n: number, date: IsoDate, next: IsoDate | null = null): readonly ActBody[] {
  const id = `lesson-${n}` as LessonId
  return [
    {
      kind: 'lesson-opened',
      lesson: id,
      date,
      pack: { id: 'horn', version: '1' },
      mending: USUAL_MENDING,
    },
    { kind: 'lesson-closed', lesson: id, note: '', family: '', next },
  ]
}

/** A fault with a ladder, in the first lesson. */
function fault(
  id: string,
  loads: ('breath' | 'hand')[] = [],
  hands?: 'left' | 'right',
  /** Beside the two that every ladder has: practised in the same sitting as the second. */
  together: readonly string[] = [],
): readonly ActBody[] {
  const inLesson = { lesson: 'lesson-1' as LessonId, case: id as CaseId }
  const rung = (name: string) => ({
    id: name,
    name,
    instruction: `Do ${name}.`,
    way: 'parts' as const,
    condition: 'exercise' as const,
    dose: { times: 5, minutes: 4, ...(hands ? { hands } : {}) },
    pass: { kind: 'share' as const, clean: 4, of: 5 },
  })
  return [
    {
      kind: 'fault-settled',
      ...inLesson,
      fault: id,
      name: id,
      strand: 'tone',
      severity: 3,
      probability: 0.8,
      rivals: [],
      stage: 'beginner',
      drivenBy: [],
    },
    {
      kind: 'remedy-started',
      ...inLesson,
      remedy: 'r',
      name: 'R',
      rungs: [
        rung('low'),
        rung('high'),
        ...together.map((name) => ({ ...rung(name), together: true })),
      ],
      loads,
      weeks: 5,
    },
  ]
}

describe('the eve of the lesson', () => {
  test.each([
    ['a lesson on Thursday', 3, 2],
    ['a lesson on Tuesday', 1, 0],
    ['a lesson on the Monday after', 7, 6],
  ])('%s', (_, days, eve) => {
    const record = play(...lesson(1, addDays(MONDAY, -3), addDays(MONDAY, days)))
    expect(askOf(record, MONDAY).eve).toBe(eve)
  })

  test.each([0, 8, 20])('there is none with the lesson %i days after the Monday', (days) => {
    const record = play(...lesson(1, addDays(MONDAY, -3), addDays(MONDAY, days)))
    expect(askOf(record, MONDAY).eve).toBeNull()
  })
})

describe('the minutes', () => {
  test('ten more go to the days that have any', () => {
    expect(askOf(play(), MONDAY, 10).minutes).toEqual([30, 30, 30, 30, 30, 30, 0])
  })

  test('come back by and by after a break of more than three weeks', () => {
    const away = play(...lesson(1, addDays(MONDAY, -40)), ...lesson(2, MONDAY))
    expect(askOf(away, MONDAY).minutes).toEqual([10, 12, 14, 16, 18, 20, 0])
    expect(askOf(away, addDays(MONDAY, 7)).minutes).toEqual(MINUTES)
    const three = play(...lesson(1, addDays(MONDAY, -21)), ...lesson(2, MONDAY))
    expect(askOf(three, MONDAY).minutes).toEqual(MINUTES)
    // It is the last break that counts.
    const long = [...lesson(1, addDays(MONDAY, -90)), ...lesson(2, addDays(MONDAY, -7))]
    expect(askOf(play(...long, ...lesson(3, MONDAY)), MONDAY).minutes).toEqual(MINUTES)
    const steady = play(...lesson(1, addDays(MONDAY, -7)), ...lesson(2, MONDAY))
    expect(askOf(steady, MONDAY).minutes).toEqual(MINUTES)
  })
})

describe('the wishes', () => {
  const opened = lesson(1, MONDAY)[0]!
  const wish = (more: Partial<WeekWishes>): ActBody => ({
    kind: 'week-wished',
    ...USUAL_WISHES,
    ...more,
  })
  /** Two faults, one in each hand; new until a lesson has passed. */
  const hands = [opened, ...fault('l', [], 'left'), ...fault('r', [], 'right')]
  const closed = lesson(1, MONDAY)[1]!

  test('the left hand gets its double share only when every exercise is learned', () => {
    const fresh = play(...hands, closed, wish({ hands: 2 }))
    expect(askOf(fresh, MONDAY).leftToRight).toBe(1)
    const learned = play(...hands, closed, ...lesson(2, addDays(MONDAY, 7)), wish({ hands: 2 }))
    expect(askOf(learned, MONDAY).leftToRight).toBe(2)
  })

  test('nothing is balanced where one hand has no work of its own, or the teacher lets it come', () => {
    expect(askOf(play(opened, ...fault('l', [], 'left')), MONDAY).leftToRight).toBeNull()
    const free = play(...hands, wish({ hands: 'as-it-comes' }))
    expect(askOf(free, MONDAY).leftToRight).toBeNull()
    expect(askOf(play(...hands), MONDAY).leftToRight).toBe(1)
  })

  test('a group lesson brings its pieces into the week', () => {
    const items = itemsOf(play(opened, wish({ group: 5 })))
    expect(items.map((i) => i.id)).toEqual(['group', 'music', 'finish'])
    expect(itemsOf(play(opened)).map((i) => i.id)).toEqual(['music', 'finish'])
    const said = (pieces: string, inGroup?: string) =>
      practiceItems(play(opened, wish({ group: 5, pieces })), {
        ...knowledge,
        ...(inGroup === undefined ? {} : { inGroup }),
      })[0]!.instruction
    expect(said('')).toBeNull()
    expect(said('The slow reel')).toBe('The slow reel.')
    expect(said('The slow reel.', 'Silent fingering.')).toBe(
      'The slow reel. In the group, until a piece is known: Silent fingering.',
    )
  })

  test('the project that goes first weighs more than its neighbour, and says so', () => {
    const record = play(...hands, wish({ first: 'r' as CaseId }))
    const weight = (of: StudentRecord, id: string) => itemsOf(of).find((i) => i.case === id)!.weight
    expect(weight(record, 'r')).toBeGreaterThan(weight(record, 'l'))
    expect(weight(play(...hands), 'r')).toBe(weight(play(...hands), 'l'))
    expect(askOf(record, MONDAY).first).toBe('r')
  })
})

describe('the items', () => {
  const opened = lesson(1, MONDAY)[0]!

  // The order of a harp session is common practice, no source.
  test('rungs of one sitting come into the week together, in their order, once the first is reached', () => {
    const ladder = [opened, ...fault('c', [], undefined, ['conditioning', 'extras', 'harmonics'])]
    const up: ActBody = {
      kind: 'rung-decided',
      lesson: 'lesson-1' as LessonId,
      case: 'c' as CaseId,
      decision: 'up',
    }
    const rungs = (...acts: readonly ActBody[]) => names(play(...acts)).filter((n) => /^c-/.test(n))
    expect(rungs(...ladder)).toEqual(['c-low'])
    const sitting = ['c-high', 'c-conditioning', 'c-extras', 'c-harmonics']
    expect(rungs(...ladder, up)).toEqual(sitting)
    // Further up, what was passed of the sitting is kept in it.
    expect(rungs(...ladder, up, up)).toEqual(sitting)
    const places = itemsOf(play(...ladder, up, up)).filter((i) => i.rung)
    expect(new Set(places.map((i) => i.place)).size).toBe(1)
    const weights = places.map((i) => i.weight)
    expect(weights.indexOf(Math.max(...weights))).toBe(1)
  })

  const names = (record: StudentRecord) => itemsOf(record).map((i) => i.id)
  const hurt = (item: string, part: 'hand' | 'leg' = 'leg'): ActBody => ({
    ...{ kind: 'hurt-at-home', date: MONDAY, item, name: item, part },
  })
  const found = (feet: 'right' | 'wrong'): ActBody => ({
    kind: 'setup-checked',
    lesson: 'lesson-1' as LessonId,
    place: 'studio',
    points: { feet, spine: 'right' },
    numbers: {},
  })
  const ready = (gate: string, on = true): ActBody => ({
    kind: 'gate-prepared',
    date: MONDAY,
    gate,
    name: gate,
    on,
  })

  test('are the rung of each project, music and an easy finish', () => {
    expect(names(play(opened, ...fault('case-1')))).toEqual(['case-1-low', 'music', 'finish'])
  })

  test('a fault whose exercise hurt rests, and not its neighbour with a longer name', () => {
    const record = play(opened, ...fault('case-1'), ...fault('case-10'), hurt('case-1-low'))
    expect(names(record)).toEqual(['case-10-low', 'music', 'finish'])
  })

  test('where a part hurts that playing needs, only what does not load it is asked for', () => {
    const all = [
      opened,
      ...fault('air', ['breath']),
      ...fault('grip', ['hand']),
      found('wrong'),
      ready('legato'),
    ]
    const usual = names(play(...all))
    expect(usual).toHaveLength(6)
    expect(usual).toEqual(expect.arrayContaining(['air-low', 'grip-low', 'music', 'finish']))
    expect(names(play(...all, hurt('elsewhere', 'hand')))).toEqual(['air-low'])
  })

  test('music has a third of an ordinary day, days without minutes left out, and three minutes at least', () => {
    const minutes = (homeMinutes: readonly number[]) => {
      const record = play(opened, { kind: 'week-wished', ...USUAL_WISHES, group: 5 })
      const card = { ...record.card, homeMinutes }
      return itemsOf({ ...record, card })
        .filter((i) => i.id !== 'finish')
        .map((i) => [i.id, i.minutes])
    }
    const of = (group: number, music: number) => [
      ['group', group],
      ['music', music],
    ]
    expect(minutes([20, 20, 20, 20, 20, 20, 0])).toEqual(of(4, 7))
    expect(minutes([0, 10, 0, 30, 0, 0, 0])).toEqual(of(4, 7))
    expect(minutes([60, 60, 60, 60, 60, 60, 60])).toEqual(of(11, 21))
    expect(minutes([5, 5, 5, 5, 5, 5, 5])).toEqual(of(3, 3))
    expect(minutes([0, 0, 0, 0, 0, 0, 0])).toEqual(of(3, 3))
  })

  test('a piece that hurt rests like an exercise', () => {
    expect(names(play(opened, hurt('music')))).toEqual(['finish'])
  })

  test('what was wrong of the set-up comes first and daily, until it is found right', () => {
    const [first] = itemsOf(play(opened, found('wrong')))
    expect(first).toMatchObject({ kind: 'set-up', askedDays: 6, instruction: 'Feet flat?' })
    expect(names(play(opened, found('wrong'), found('right')))).toEqual(['music', 'finish'])
  })

  test('a gate got ready for has its days, by the pack\u2019s words or by what is missing', () => {
    const both = itemsOf(play(opened, ready('legato'), ready('staccato')))
    expect(both.slice(0, 2).map((i) => [i.name, i.instruction])).toEqual([
      ['Towards legato', 'Mime it on a table.'],
      ['Towards staccato', 'The wrist gives.'],
    ])
    expect(names(play(opened, ready('legato'), ready('legato', false)))).toEqual([
      'music',
      'finish',
    ])
    expect(names(play(opened, ready('no-longer-in-the-pack')))).toEqual(['music', 'finish'])
  })

  test('pins of the week are asked for, those of other weeks are not', () => {
    const pin = (week: IsoDate): ActBody => ({
      kind: 'week-pinned',
      week,
      item: 'music',
      day: 1,
      on: true,
    })
    const record = play(pin(MONDAY), pin(addDays(MONDAY, 7)))
    expect(askOf(record, MONDAY).pins).toEqual([{ item: 'music', day: 1, on: true }])
  })

  test('a block is found again on the ladder, wherever the student is by now', () => {
    const record = play(opened, ...fault('case-1'), ...fault('case-10'))
    expect(rungOfItem(record, 'case-10-high')?.state.id).toBe('case-10')
    expect(rungOfItem(record, 'case-1-upkeep')?.rung.id).toBe('high')
    expect(rungOfItem(record, 'music')).toBeNull()
  })
})

describe('the fault of a record, in the week', () => {
  const record = play(lesson(1, MONDAY)[0]!, ...fault('case-1'))
  /** The record with its one fault changed. */
  const changed = (change: (state: CaseState) => Partial<CaseState>) =>
    itemsOf({ ...record, cases: record.cases.map((c) => ({ ...c, ...change(c) })) })
  const rungsOf = (state: CaseState, more: Partial<LadderRung>) => ({
    ladder: { ...state.ladder!, rungs: state.ladder!.rungs.map((r) => ({ ...r, ...more })) },
  })

  test.each([
    ['away', 0, 'away'],
    ['isolated', 0, 'new'],
    ['isolated', 2, 'strength'],
    ['exercise', 0, 'new'],
    ['exercise', 2, 'strength'],
    ['piece-slow', 0, 'music'],
    ['performance', 2, 'music'],
  ] as const)('a rung as %s, %d lessons on it, stands with %s', (condition, lessons, place) => {
    const [rung] = changed((state) => {
      const { ladder } = rungsOf(state, { condition })
      return { ladder: { ...ladder, lessonsOnRung: lessons } }
    })
    expect(rung).toMatchObject({ kind: 'rung', place, isNew: lessons === 0 })
  })

  const mended = (state: CaseState, nextRecheck: string | null) => ({
    status: { ...state.status, state: 'mended', nextRecheck } as CaseState['status'],
  })

  test('mended and still watched it is kept up with its last rung, a little and on days apart', () => {
    const [upkeep, ...others] = changed((state) => mended(state, '2026-04-01'))
    expect(upkeep).toMatchObject({
      id: 'case-1-upkeep',
      kind: 'upkeep',
      name: 'high',
      spaced: true,
      isNew: false,
      hand: null,
      place: 'strength',
      case: 'case-1',
    })
    expect(upkeep!.minutes * upkeep!.askedDays).toBeLessThan(20)
    expect(others.map((i) => i.id)).toEqual(['music', 'finish'])
  })

  test('mended and looked at for the last time it has no place, nor has one without a ladder', () => {
    const ids = (items: readonly { id: string }[]) => items.map((i) => i.id)
    expect(ids(changed((state) => mended(state, null)))).toEqual(['music', 'finish'])
    const bare = changed((state) => ({ ...mended(state, '2026-04-01'), ladder: null }))
    expect(ids(bare)).toEqual(['music', 'finish'])
  })
})
