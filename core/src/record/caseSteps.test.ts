/** What acts do to one fault: its ladder, its remedies, its relapses. */
import { describe, expect, test } from 'vitest'
import { addDays } from '../kit'
import { BODY_PARTS } from '../packs'
import { lessonsStuck, playRecord, refuseAct } from './index'
import type { ActBody } from './index'
import type { ActId, LessonId } from '../kit'
import { A, Desk, START } from './test/desk'

const inCase = (desk: Desk) => ({ lesson: desk.lesson, case: A })

/** A fault on the foot of a ladder of three rungs. */
function onLadder(): Desk {
  const desk = new Desk().open()
  desk.settle()
  desk.remedy(A, ['hand'])
  return desk
}

const move = (desk: Desk, decision: 'up' | 'back' | 'stay') =>
  decision === 'up' ? desk.climb() : desk.do({ kind: 'rung-decided', ...inCase(desk), decision })
const attempt = (desk: Desk, clean: number, tries: number) => {
  const { rungs, at } = desk.case().ladder!
  return desk.do({ kind: 'rung-tried', ...inCase(desk), rung: rungs[at]!.id, clean, tries })
}
const mend = (desk: Desk) =>
  desk.do({ kind: 'case-mended', ...inCase(desk), overruled: 'Heard in the hall' })

describe('on a ladder', () => {
  test('a decision moves one rung and not off either end; tries belong to their rung', () => {
    const desk = onLadder()
    const at = () => desk.case().ladder!.at
    const off = (decision: 'up' | 'back') =>
      desk.try({ kind: 'rung-decided', ...inCase(desk), decision, reason: 'for once' })
    expect(off('back')).toBe('foot_of_ladder')
    attempt(desk, 3, 5)
    attempt(desk, 4, 5)
    expect(desk.case().ladder!.tries).toMatchObject([
      { clean: 3, tries: 5, lesson: 'lesson-1' },
      { clean: 4, tries: 5, lesson: 'lesson-1' },
    ])
    move(desk, 'stay')
    expect(desk.case().ladder).toMatchObject({ at: 0, tries: [{}, {}] })
    move(desk, 'up')
    expect(desk.case().ladder).toMatchObject({ at: 1, tries: [] })
    move(desk, 'up')
    expect(at()).toBe(2)
    expect(off('up')).toBe('top_of_ladder')
    move(desk, 'back')
    expect(at()).toBe(1)
  })

  test('up from a rung that nobody tried is a skip: it has a reason, and is not passed', () => {
    const desk = onLadder()
    const up = { kind: 'rung-decided', ...inCase(desk), decision: 'up' } as const
    expect(desk.try(up)).toBe('not_tried')
    expect(desk.try({ ...up, reason: ' ' })).toBe('not_tried')
    desk.do({ ...up, reason: 'known from the flute' })
    const [first] = desk.case().ladder!.rungs
    expect(desk.case()).toMatchObject({ rungsPassed: 0, ladder: { at: 1 } })
    expect(desk.case().ladder!.skipped).toEqual([
      { rung: first!.id, lesson: desk.lesson, reason: 'known from the flute' },
    ])
    move(desk, 'up')
    expect(desk.case()).toMatchObject({ rungsPassed: 1, ladder: { at: 2 } })
    move(desk, 'back')
    expect(desk.case().rungsPassed).toBe(0)
    move(desk, 'back')
    expect(desk.case()).toMatchObject({ rungsPassed: 0, ladder: { at: 0, skipped: [] } })
  })

  test('of an old record that went up without a try it is said that nobody tried', () => {
    const desk = onLadder()
    const up = { kind: 'rung-decided' as const, ...inCase(desk), decision: 'up' as const }
    const old = { ...up, id: 'old-up' as ActId, at: desk.acts.at(-1)!.at, by: 'teacher' as const }
    const record = playRecord([...desk.acts, old])!
    const { ladder, rungsPassed } = record.cases[0]!
    expect(ladder).toMatchObject({ at: 1, skipped: [{ rung: ladder!.rungs[0]!.id, reason: null }] })
    expect(rungsPassed).toBe(0)
  })

  test('a rung that is put in below the present one was not passed by that', () => {
    const desk = onLadder()
    move(desk, 'up')
    const { rungs, passed } = desk.case().ladder!
    expect(passed).toEqual([rungs[0]!.id])
    const put = { ...rungs[0]!, id: 'put-in' }
    desk.do({ kind: 'ladder-edited', ...inCase(desk), rungs: [rungs[0]!, put, ...rungs.slice(1)] })
    expect(desk.case().ladder).toMatchObject({ at: 2, passed: [rungs[0]!.id], skipped: [] })
    move(desk, 'back')
    expect(desk.case()).toMatchObject({ rungsPassed: 1, ladder: { at: 1 } })
  })

  test('rungs passed are counted up and down', () => {
    const desk = onLadder()
    move(desk, 'up')
    move(desk, 'up')
    move(desk, 'stay')
    move(desk, 'back')
    expect(desk.case().rungsPassed).toBe(1)
  })

  test('without a ladder nothing can be edited, tried or waited for, and it says of which fault', () => {
    const desk = new Desk().open()
    desk.settle()
    const why = (act: ActBody) => refuseAct(desk.record, act, START)
    const none = { code: 'no_ladder', path: ['case'], facts: { name: 'bell-hand' } }
    const rungs = onLadder().case().ladder!.rungs
    expect(why({ kind: 'ladder-edited', ...inCase(desk), rungs })).toMatchObject(none)
    const tried = {
      kind: 'rung-tried',
      ...inCase(desk),
      rung: 'rung-1',
      clean: 1,
      tries: 1,
    } as const
    expect(why(tried)).toMatchObject(none)
    const waits = { kind: 'stuck-dismissed', case: A, reason: 'Ill' } as const
    expect(why(waits)).toMatchObject(none)
  })
})

describe('a ladder changed by hand', () => {
  /** On its second rung with a try there. */
  function onSecond(): Desk {
    const desk = onLadder()
    move(desk, 'up')
    attempt(desk, 2, 5)
    return desk
  }
  const edited = (desk: Desk, names: readonly number[]) => {
    const { rungs } = desk.case().ladder!
    const chosen = names.map((n) => rungs[n]!)
    desk.do({ kind: 'ladder-edited', ...inCase(desk), rungs: chosen })
    return desk.case().ladder!
  }

  test('the student stays on the rung they were on, with what was tried there', () => {
    expect(onSecond().case().ladder!.edited).toBe(false)
    expect(edited(onSecond(), [2, 0, 1])).toMatchObject({
      ...{ at: 2, edited: true, loads: ['hand'] },
      tries: [{ clean: 2, tries: 5 }],
    })
    expect(edited(onSecond(), [1, 0])).toMatchObject({ at: 0, tries: [{ clean: 2 }] })
  })

  test('where the rung is gone, on the one now in its place, with nothing tried yet', () => {
    expect(edited(onSecond(), [0, 2])).toMatchObject({ at: 1, tries: [] })
    expect(edited(onSecond(), [2])).toMatchObject({ at: 0, tries: [] })
  })

  test('what a rung from elsewhere loads is not known: it is taken to load everything', () => {
    const desk = onSecond()
    const { rungs } = desk.case().ladder!
    const theirs = { ...rungs[0]!, id: 'their-reel' }
    desk.do({ kind: 'ladder-edited', ...inCase(desk), rungs: [...rungs, theirs] })
    expect(desk.case().ladder).toMatchObject({ at: 1, loads: BODY_PARTS })
  })
})

describe('a remedy exchanged for another', () => {
  test('is remembered with its days and how far it came, and the new one begins at its foot', () => {
    const desk = onLadder()
    move(desk, 'up')
    desk.open()
    desk.remedy()
    expect(desk.case().formerRemedies).toEqual([
      {
        ...{ remedy: 'open-the-bell', name: 'Open the bell', rungsPassed: 1 },
        ...{ from: START, until: addDays(START, 7) },
      },
    ])
    expect(desk.case().ladder).toMatchObject({
      ...{ at: 0, tries: [], edited: false, tempo: null, lessonsOnRung: 0, waited: 0 },
      startedOn: addDays(START, 7),
    })
  })

  test('that did its work once does not count as failed, whether the fault has come back or not', () => {
    const back = onLadder()
    mend(back)
    back.open().look(0, 4)
    expect(back.case().status.state).toBe('relapsed')
    back.remedy()
    expect(back.case()).toMatchObject({ status: { state: 'healing' }, formerRemedies: [] })
    const sure = onLadder()
    mend(sure)
    sure.open().remedy()
    expect(sure.case().formerRemedies).toEqual([])
  })
})

describe('a fault that comes back', () => {
  test('is counted each time: a relapse that lasts over lessons is one', () => {
    const desk = onLadder()
    mend(desk)
    desk.open().look(0, 4)
    expect(desk.case().status).toMatchObject({ state: 'relapsed', times: 1, mendedOn: START })
    desk.open().open().open()
    mend(desk)
    const again = desk.record.lessons.at(-1)!.date
    desk.open()
    expect(desk.case().status.state).toBe('mended')
    desk.look(0, 4)
    expect(desk.case().status).toMatchObject({ state: 'relapsed', times: 2, mendedOn: again })
  })

  test('reopened it is a relapse only where it was mended', () => {
    const reopening = (desk: Desk) =>
      ({ kind: 'case-reopened', ...inCase(desk), reason: 'It is there in the band' }) as const
    const never = onLadder()
    never.do(reopening(never))
    expect(never.case().status).toEqual({ state: 'open' })
    const desk = onLadder()
    mend(desk)
    desk.open()
    desk.do(reopening(desk))
    expect(desk.case().status).toMatchObject({ state: 'relapsed', times: 1, mendedOn: START })
    expect(refuseAct(desk.record, reopening(desk), START)).toMatchObject({
      ...{ code: 'open_already', path: ['case'], facts: { name: 'bell-hand' } },
    })
  })

  test('one whose second looks were put off for good stays mended by a clean one', () => {
    const desk = onLadder()
    mend(desk)
    desk.do({ kind: 'recheck-moved', case: A, to: null, reason: 'Moves away' })
    const before = desk.case().status
    desk.open().open().open().look(4, 4)
    expect(desk.case().status).toEqual(before)
    desk.look(0, 4)
    expect(desk.case().status.state).toBe('relapsed')
  })

  test('a prompted look at what is mended decides nothing', () => {
    const desk = onLadder()
    mend(desk)
    desk.open().look(0, 4, 'piece-tempo', true)
    expect(desk.case().status.state).toBe('mended')
  })

  test('a clean look before its day leaves the day; on it, it moves it on', () => {
    const desk = onLadder()
    mend(desk)
    const first = desk.case().status
    desk.open().look(4, 4)
    expect(desk.case().status).toEqual(first)
    // Two weeks to the first second look: common practice, no source.
    desk.open().look(4, 4)
    expect(desk.case().status).toMatchObject({ state: 'mended', cleanRechecks: 1 })
    expect(desk.case().status).not.toMatchObject({ nextRecheck: addDays(START, 14) })
  })
})

test('lessons on one rung are stuck from the third on, less those that were waited through', () => {
  const desk = onLadder()
  desk.today = addDays(START, 100)
  const stuck = () => lessonsStuck(desk.case())
  const after: number[] = []
  for (let i = 0; i < 4; i++) {
    desk.open()
    after.push(stuck())
  }
  expect(after).toEqual([0, 0, 3, 4])
  desk.do({ kind: 'stuck-dismissed', case: A, reason: 'Exam weeks' })
  expect(stuck()).toBe(0)
  expect(desk.case().overrules).toMatchObject([{ reason: 'Exam weeks', kind: 'stuck-dismissed' }])
  desk.do({ kind: 'case-rested', ...inCase(desk), reason: 'Exam weeks' })
  for (let i = 0; i < 5; i++) desk.open()
  expect([desk.case().ladder!.lessonsOnRung > after.length, stuck()]).toEqual([true, 0])
  desk.do({ kind: 'case-resumed', ...inCase(desk) })
  move(desk, 'up')
  expect(desk.case().ladder).toMatchObject({ lessonsOnRung: 0, waited: 0 })
})

test('a look says whether it was in music, and by which take', () => {
  const desk = onLadder()
  const looked = (condition: 'exercise' | 'piece-slow' | 'piece-tempo') => {
    desk.look(1, 1, condition)
    return desk.case().looks.at(-1)!
  }
  expect(looked('exercise')).toMatchObject({ setting: 'away-from-music' })
  expect(looked('piece-slow')).toMatchObject({ setting: 'in-music' })
  expect(looked('piece-tempo')).toEqual({
    ...{ act: desk.acts.at(-1)!.id, lesson: 'lesson-1' as LessonId, condition: 'piece-tempo' },
    ...{ setting: 'in-music', prompted: false, clean: 1, tries: 1 },
  })
})

test('a run without a slip is one clean try, one with slips is not', () => {
  const desk = new Desk().open()
  desk.settle()
  desk.remedy()
  const count = (slips: number[]) =>
    desk.do({
      kind: 'slips-counted',
      lesson: desk.lesson,
      case: A,
      condition: 'piece-tempo',
      prompted: false,
      seconds: 60,
      slips,
    })
  const before = desk.case().belief
  count([])
  const after = desk.case().belief
  expect(after).toBeGreaterThan(before)
  count([3, 20.5, 41])
  expect(desk.case().belief).toBeLessThan(after)
  expect(desk.case().slipCounts.map((c) => c.slips.length)).toEqual([0, 3])
  expect(desk.case().looks.map((l) => `${l.clean} of ${l.tries}`)).toEqual(['1 of 1', '0 of 1'])
})
