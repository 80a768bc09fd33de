/** What is read off a record for a lesson: the question, the summary, the brief, the agenda; and small acts beside. */
import { describe, expect, test } from 'vitest'
import { addDays } from '../kit'
import type { IsoDate } from '../kit'
import type { Knowledge } from '../packs'
import { evidenceFor } from './gateEvidence'
import {
  addAct,
  agenda,
  brief,
  completeAct,
  EMPTY_CARD,
  lessonQuestion,
  lessonSummary,
  looksByLesson,
  minutesGuessed,
  ruleFor,
  weekMinutes,
} from './index'
import type { ActBody, ActRequest, CaseState, LessonId, StudentRecord } from './index'
import { A, Desk, START, TODAY } from './test/desk'

const knowledge = {
  faults: [],
  findings: [],
  schools: [],
  equipment: [],
  gates: [],
  setup: [
    {
      id: 'feet',
      ask: 'Feet flat?',
      otherwise: 'feet-dangle',
      number: null,
      grows: false,
      ways: [],
    },
    { id: 'spine', ask: 'Spine tall?', otherwise: 'slumped', number: null, grows: false, ways: [] },
  ],
  playing: ['hand'],
} as unknown as Knowledge

/** The record with its one fault changed. */
const changed = (record: StudentRecord, change: Partial<CaseState>): StudentRecord => ({
  ...record,
  cases: record.cases.map((c) => ({ ...c, ...change })),
})
const setup = (desk: Desk, place: 'studio' | 'home', feet: 'right' | 'wrong'): ActBody => ({
  ...{ kind: 'setup-checked', lesson: desk.lesson, place },
  ...{ points: { feet, spine: 'right' }, numbers: {} },
})

describe('what a lesson asks the diagnosis', () => {
  const desk = new Desk()
  desk.open().settle()
  const { record } = desk
  const former = (until: string) => ({ remedy: 'open', name: 'Open', until }) as never
  const failed = (...until: string[]) => [
    ...lessonQuestion(
      changed(record, { formerRemedies: until.map(former) }),
      desk.lesson,
      knowledge,
    ).failed!,
  ]

  test('remedies given up until that day count, by their fault; later ones not', () => {
    expect(failed()).toEqual([])
    expect(failed(START, addDays(START, -7))).toEqual([['bell-hand', 2]])
    expect(failed(START, addDays(START, 1))).toEqual([['bell-hand', 1]])
    expect(failed(addDays(START, 1))).toEqual([])
  })

  test('the set-up of the studio is a sign, that of home is none', () => {
    const at = (place: 'studio' | 'home') => {
      const found = new Desk().open()
      found.do(setup(found, place, 'wrong'))
      return lessonQuestion(found.record, found.lesson, knowledge).signs.map((s) => s.finding)
    }
    expect(at('studio')).toContain('feet-dangle')
    expect(at('home')).toEqual([])
  })
})

test('a lesson in short counts its set-up point by point, and says its words and signs', () => {
  const desk = new Desk().open()
  desk.do(setup(desk, 'studio', 'wrong'))
  desk.do(setup(desk, 'home', 'right'))
  const { record } = desk
  const word = (lesson: string, words: string) => ({ lesson, words }) as never
  const spoken = {
    ...record,
    ownWords: [word(desk.lesson, 'like a sigh'), word('lesson-9', 'not')],
  }
  expect(lessonSummary(spoken, desk.lesson)).toMatchObject({
    setupRight: 3,
    setupWrong: 1,
    ownWords: ['like a sigh'],
    signs: [],
    date: START,
  })
  // Looked at again in the same place it counts once.
  desk.do(setup(desk, 'studio', 'right'))
  expect(lessonSummary(desk.record, desk.lesson)).toMatchObject({ setupRight: 4, setupWrong: 0 })
})

test('minutes nobody has changed are a guess, and those of a week add up', () => {
  expect(minutesGuessed(EMPTY_CARD)).toBe(true)
  const last = EMPTY_CARD.homeMinutes.map((m, d) => (d === 6 ? m + 5 : m))
  expect(minutesGuessed({ ...EMPTY_CARD, homeMinutes: last })).toBe(false)
  expect(weekMinutes({ ...EMPTY_CARD, homeMinutes: [10, 0, 5, 0, 0, 20, 1] })).toBe(36)
})

describe('what the next lesson starts with', () => {
  const desk = new Desk()
  desk.open().settle()
  desk.remedy()
  const kinds = (change: Partial<CaseState>, today: IsoDate = TODAY) =>
    brief(changed(desk.record, change), today).items.map((i) => i.kind)
  const mended = (nextRecheck: string | null) =>
    ({ status: { ...desk.case().status, state: 'mended', nextRecheck } }) as Partial<CaseState>

  test('a second look is due from its day on, with the days it is late', () => {
    expect(kinds(mended(addDays(TODAY, 1)))).toEqual([])
    expect(kinds(mended(TODAY))).toEqual(['recheck-due'])
    const [due] = brief(changed(desk.record, mended(addDays(TODAY, -3))), TODAY).items
    expect(due).toMatchObject({ kind: 'recheck-due', daysLate: 3 })
    expect(kinds(mended(null))).toEqual([])
  })

  test('a fault that is not begun asks for nothing, one that has come back for its cue and its rung', () => {
    expect(kinds({ status: { state: 'open' } })).toEqual([])
    const cue = { words: 'feathers', since: desk.lesson } as never
    const back = { status: { ...desk.case().status, state: 'relapsed' } } as Partial<CaseState>
    expect(kinds({ ...back, cue })).toEqual(['recall-cue', 'rung'])
    expect(kinds({ ...back, cue: null })).toEqual(['rung'])
    expect(kinds({ cue: null })).toEqual(['look-first', 'rung'].concat(weeksAreUp))
  })

  /** Seven weeks lie between the beginning and today; five were planned. */
  const weeksAreUp = ['weeks-up']
  test('weeks are up when more have gone than were planned', () => {
    expect(kinds({}, addDays(START, 41))).not.toContain('weeks-up')
    const [up] = brief(desk.record, addDays(START, 42)).items.filter((i) => i.kind === 'weeks-up')
    expect(up).toMatchObject({ weeks: 6, planned: 5 })
  })
})

describe('the agenda of a lesson', () => {
  const desk = new Desk()
  desk.open().settle()
  desk.remedy()
  desk.do({ kind: 'cue-agreed', lesson: desk.lesson, case: A, words: 'feathers' })
  const step = (kind: string, change: Partial<CaseState> = {}) =>
    agenda(changed(desk.record, change), desk.lesson, knowledge).find((s) => s.kind === kind)
  const ladder = (more: object) => ({ ladder: { ...desk.case().ladder!, ...more } })

  test('a rung is done where it was begun or tried in this lesson, or is new', () => {
    const open = { startedOn: addDays(START, -7), lessonsOnRung: 1, tries: [] }
    expect(step('rung', ladder(open))?.done).toBe(false)
    expect(step('rung', ladder({ ...open, startedOn: START }))?.done).toBe(true)
    expect(step('rung', ladder({ ...open, lessonsOnRung: 0 }))?.done).toBe(true)
    const tried = (lesson: string) => [{ clean: 1, tries: 2, lesson }]
    expect(step('rung', ladder({ ...open, tries: tried(desk.lesson) }))?.done).toBe(true)
    expect(step('rung', ladder({ ...open, tries: tried('lesson-9') }))?.done).toBe(false)
  })

  test('a cue is recalled from the lesson after the one it was agreed in', () => {
    expect(step('recall')).toBeUndefined()
    const cue = { words: 'feathers', since: 'lesson-0' as LessonId } as never
    expect(step('recall', { cue })?.done).toBe(false)
    const recall = (lesson: string) => ({ cue, recalls: [{ lesson } as never] })
    expect(step('recall', recall(desk.lesson))?.done).toBe(true)
    expect(step('recall', recall('lesson-0'))?.done).toBe(false)
    expect(step('recall', { cue: null })).toBeUndefined()
  })

  test('a look is done once it was taken in this lesson', () => {
    expect(step('look')?.done).toBe(false)
    const look = (lesson: string) => ({ looks: [{ lesson } as never] })
    expect(step('look', look('lesson-0'))?.done).toBe(false)
    expect(step('look', look(desk.lesson))?.done).toBe(true)
  })
})

test('the mended rule counts lessons from the one in which the fault was settled, the present one once it was looked at', () => {
  const desk = new Desk().open().open()
  desk.settle()
  desk.look(5, 5)
  desk.open()
  desk.look(5, 5)
  desk.open()
  const row = looksByLesson(desk.record, desk.case())
  expect(row.map((l) => [l.lesson, l.looks.length])).toEqual([
    ['lesson-2', 1],
    ['lesson-3', 1],
    ['lesson-4', 0],
  ])
  expect(ruleFor(desk.record, desk.case()).cleanLessons).toBe(2)
})

test('a gate counts what was wrong of the set-up in the studio, lesson by lesson, and not at home', () => {
  const need = { text: 'Feet flat', without: 'feet-dangle', share: 0.7 }
  const gates = [{ id: 'pedal', needs: [need] }] as never
  const desk = new Desk().open()
  desk.do(setup(desk, 'studio', 'wrong'))
  desk.open()
  desk.do(setup(desk, 'studio', 'right'))
  desk.open()
  desk.do(setup(desk, 'home', 'wrong'))
  const seen = evidenceFor(gates, desk.record, knowledge).get(need)
  expect(seen!.map((s) => [s.lesson, s.good])).toEqual([
    ['lesson-1', false],
    ['lesson-2', true],
  ])
})

test('levels stand by their day, oldest first, and the last word of a day is the one', () => {
  const desk = new Desk().open()
  const levels = (date: string, hands: number): ActBody =>
    ({ kind: 'levels-noted', date, hands, reading: null, ear: null, pieces: null }) as ActBody
  desk.do(levels('2026-02-10', 2))
  desk.do(levels('2026-01-20', 1))
  desk.do(levels('2026-02-10', 3))
  expect(desk.record.levels.map((l) => [l.date, l.hands])).toEqual([
    ['2026-01-20', 1],
    ['2026-02-10', 3],
  ])
})

describe('the tempo of a ladder', () => {
  const begun = () => {
    const desk = new Desk()
    desk.open().settle()
    return desk
  }
  const found = { kind: 'tempo-found', case: A, clean: 60, target: 120 }
  const tried = (clean: boolean) => ({ kind: 'tempo-tried', case: A, clean })
  const of = (desk: Desk, body: object) => ({ ...body, lesson: desk.lesson }) as ActBody

  test('needs a ladder to be found and a tempo to be tried', () => {
    const desk = begun()
    expect(desk.try(of(desk, found))).toBe('no_ladder')
    desk.remedy()
    expect(desk.try(of(desk, tried(true)))).toBe('no_tempo')
  })

  test('begins at the clean one and climbs with clean tries, to come down after one that was not', () => {
    const desk = begun()
    desk.remedy()
    desk.do(of(desk, found))
    const { tempo } = desk.case().ladder!
    expect(tempo).toMatchObject({ target: 120 })
    desk.do(of(desk, tried(true)))
    const higher = desk.case().ladder!.tempo
    expect(higher).not.toEqual(tempo)
    desk.do(of(desk, tried(false)))
    expect(desk.case().ladder!.tempo).not.toEqual(higher)
    expect(desk.case().ladder!.rungs).toHaveLength(3)
  })
})

describe('an act that is added', () => {
  const desk = new Desk().open()
  const stamp = { id: 'act-000099', at: '2026-01-12T10:00:00Z', by: 'teacher' } as never
  const with_ = { knowledge, stamp, today: TODAY }

  test('is stamped, whole, and on the record', () => {
    const request = { ...setup(desk, 'studio', 'wrong'), act: undefined } as unknown as ActRequest
    const added = addAct(desk.record, request, with_)
    expect(added).toMatchObject({ ok: true, value: { act: { id: 'act-000099', by: 'teacher' } } })
    if (added.ok) expect(added.value.record.lessons[0]!.setups).toHaveLength(1)
  })

  test('is refused by what the knowledge does not know, and by what the record does not take', () => {
    const sign = { kind: 'sign-noted', lesson: desk.lesson, finding: 'nobody', strength: 'marked' }
    const unknown = addAct(
      desk.record,
      { ...sign, prompted: false, condition: null } as never,
      with_,
    )
    expect(unknown).toMatchObject({ ok: false, refusal: { code: 'unknown_finding' } })
    const elsewhere = { ...setup(desk, 'studio', 'right'), lesson: 'lesson-9' } as never
    expect(addAct(desk.record, elsewhere, with_)).toMatchObject({
      ok: false,
      refusal: { code: 'unknown_lesson' },
    })
  })
})

test('a week with something to play is not given while it hurts; an empty one may be', () => {
  const desk = new Desk({ flags: ['pain'] }).open()
  const give = (blocks: object[]) =>
    completeAct({ kind: 'week-given', week: '2026-01-12', blocks } as never, desk.record, knowledge)
  const block = { item: 'music', name: 'Music', case: null, day: 0, minutes: 10 }
  expect(give([block])).toMatchObject({ ok: false, refusal: { code: 'pain_reported' } })
  expect(give([])).toMatchObject({ ok: true })
})
