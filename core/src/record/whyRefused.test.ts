/** Refusals carry what their sentence needs: which day, which fault, how many at most. */
import { describe, expect, test } from 'vitest'
import { addDays } from '../kit'
import type { IsoDate, LessonId } from '../kit'
import { USUAL_MENDING } from '../mending'
import { completeAct, refuseAct } from './index'
import type { ActBody, ActRequest } from './index'
import { A, Desk, hashOf, START, TODAY } from './test/desk'
import { B, KNOWLEDGE } from './test/instrument'

const why = (desk: Desk, act: ActBody, today: IsoDate = TODAY) => {
  const refusal = refuseAct(desk.record, act, today)
  return refusal && [refusal.code, refusal.path, refusal.facts ?? {}]
}
const settled = () => {
  const desk = new Desk().open()
  desk.settle()
  return desk
}
const inCase = (desk: Desk) => ({ lesson: desk.lesson, case: A })
const NAMED = [['case'], { name: 'bell-hand' }] as const

describe('days', () => {
  const opening = (id: string, days: number): ActBody => ({
    ...{ kind: 'lesson-opened', lesson: id as LessonId, date: addDays(TODAY, days) },
    ...{ pack: { id: 'horn', version: '1.0.0' }, mending: USUAL_MENDING },
  })
  const holiday = (from: number, to: number): ActBody => ({
    ...{ kind: 'break-noted', from: addDays(START, from), to: addDays(START, to) },
    ...{ why: 'holiday', words: '' },
  })

  test('a lesson is held a day ahead at most, for a clock that is off, and never before the last', () => {
    const desk = new Desk()
    expect(why(desk, opening('one', 1))).toBeNull()
    expect(why(desk, opening('one', 2))).toEqual([
      ...['lesson_in_future', ['date'], { date: addDays(TODAY, 2), days: 2 }],
    ])
    const again = settled()
    expect(why(again, opening(again.lesson, 0))).toEqual(['lesson_exists', ['lesson'], {}])
    expect(why(again, opening('two', 0))).toEqual([
      ...['lesson_still_open', ['lesson'], { date: START }],
    ])
    const earlier = { ...opening('two', 0), date: addDays(START, -1) } as ActBody
    expect(why(again, earlier)).toEqual([
      ...['lesson_before_last', ['date'], { date: addDays(START, -1), last: START }],
    ])
  })

  test('what is done at home is told on its day or the next, and not long after', () => {
    const desk = new Desk()
    const told = (days: number) =>
      why(desk, { kind: 'home-noted', date: addDays(TODAY, days), words: 'It went well' })
    expect([told(0), told(1), told(-120)]).toEqual([null, null, null])
    expect(told(2)).toEqual(['day_in_future', ['date'], { date: addDays(TODAY, 2) }])
    expect(told(-121)).toEqual(['day_long_ago', ['date'], { date: addDays(TODAY, -121) }])
  })

  test('a break ends after it begins and within a year', () => {
    const desk = new Desk()
    expect([why(desk, holiday(0, 0)), why(desk, holiday(0, 366))]).toEqual([null, null])
    expect(why(desk, holiday(1, 0))).toEqual([
      ...['break_ends_before', ['to'], { from: addDays(START, 1), to: START }],
    ])
    expect(why(desk, holiday(0, 367))).toEqual(['break_too_long', ['to'], { days: 366 }])
  })
})

describe('faults', () => {
  test('a lesson that nobody held, one that is closed, a fault and a student that are not there', () => {
    const desk = settled()
    const cue = (more: object) =>
      ({ kind: 'cue-agreed', ...inCase(desk), words: 'Air', ...more }) as ActBody
    expect(why(desk, cue({ lesson: 'lesson-9' }))).toEqual(['unknown_lesson', ['lesson'], {}])
    expect(why(desk, cue({ case: B }))).toEqual(['unknown_case', ['case'], {}])
    expect(refuseAct(null, cue({}), TODAY)).toMatchObject({
      ...{ code: 'unknown_student', path: ['student'] },
    })
    desk.do({
      ...({ kind: 'lesson-closed', lesson: desk.lesson, note: '', family: '' } as const),
      next: null,
    })
    expect(why(desk, cue({}))).toEqual(['lesson_closed', ['lesson'], { date: START }])
  })

  test('what is not as the act needs it is said with the fault’s name', () => {
    const desk = settled()
    const acts: ActBody[] = [
      { kind: 'cue-recalled', ...inCase(desk), recall: 'alone' },
      { kind: 'recheck-moved', case: A, to: TODAY, reason: 'Exams' },
      { kind: 'relapse-overruled', ...inCase(desk), reason: 'A bad day' },
      { kind: 'rung-decided', ...inCase(desk), decision: 'up' },
    ]
    expect(acts.map((act) => why(desk, act))).toEqual(
      ['no_cue', 'not_mended', 'not_relapsed', 'no_ladder'].map((code) => [code, ...NAMED]),
    )
  })

  test('mended, rested and resumed only from where that can be, by the fault’s name', () => {
    const desk = settled()
    const mend: ActBody = { kind: 'case-mended', ...inCase(desk) }
    const overruled: ActBody = { ...mend, overruled: 'Heard it in the hall' }
    const rest: ActBody = { kind: 'case-rested', ...inCase(desk), reason: 'Ill' }
    const resume: ActBody = { kind: 'case-resumed', ...inCase(desk) }
    expect(why(desk, mend)).toEqual(['mended_rule_open', ['overruled'], { name: 'bell-hand' }])
    expect(why(desk, rest)).toEqual(['not_running', ...NAMED])
    expect(why(desk, resume)).toEqual(['not_resting', ...NAMED])
    desk.remedy()
    expect(why(desk, resume)).toEqual(['not_resting', ...NAMED])
    expect(why(desk, rest)).toBeNull()
    expect(why(desk, { kind: 'tempo-tried', ...inCase(desk), clean: true })).toEqual([
      ...['no_tempo', ...NAMED],
    ])
    expect(why(desk, overruled)).toBeNull()
    desk.do(overruled)
    expect(why(desk, overruled)).toEqual(['mended_already', ...NAMED])
    expect(why(desk, rest)).toEqual(['not_running', ...NAMED])
    const bare = settled()
    const found = { kind: 'tempo-found', ...inCase(bare), clean: 60, target: 120 } as const
    expect(why(bare, found)).toEqual(['no_ladder', ...NAMED])
  })

  test('settled once, by its name', () => {
    const desk = settled()
    expect(why(desk, desk.settling(B, 'bell-hand'))).toEqual([
      ...['fault_already_settled', ['fault'], { name: 'bell-hand' }],
    ])
    expect(why(desk, desk.settling(A, 'thin'))).toEqual(['case_exists', ['case'], {}])
    expect(why(desk, desk.settling(B, 'thin', [B]))).toEqual(['unknown_case', ['drivenBy'], {}])
    desk.settle(B, 'thin')
    expect(why(desk, desk.settling(A, 'late'))).toEqual(['case_exists', ['case'], {}])
  })

  test('tries and slips by their numbers: a slip at the very end of a run is in it', () => {
    const desk = settled()
    const look = { kind: 'look-taken', ...inCase(desk), condition: 'exercise', prompted: false }
    expect(why(desk, { ...look, clean: 3, tries: 2 } as ActBody)).toEqual([
      ...['more_clean_than_tries', ['clean'], { clean: 3, tries: 2 }],
    ])
    const slips = (at: number) =>
      ({
        ...{ kind: 'slips-counted', ...inCase(desk), condition: 'exercise', prompted: false },
        ...{ seconds: 60, slips: [10, at] },
      }) as ActBody
    expect(why(desk, slips(60))).toBeNull()
    expect(why(desk, slips(60.5))).toEqual(['slip_outside_run', ['slips'], { seconds: 60 }])
  })

  test('two gates are got ready for at once, and named where a third is asked for', () => {
    const desk = new Desk()
    const ready = (gate: string, on = true): ActBody => ({
      ...{ kind: 'gate-prepared', date: START, gate, name: `The ${gate}`, on },
    })
    desk.do(ready('slur'))
    desk.do(ready('tongue'))
    expect(why(desk, ready('trill'))).toEqual([
      ...['two_gates_already', ['gate'], { names: 'The slur · The tongue' }],
    ])
    expect([why(desk, ready('slur')), why(desk, ready('trill', false))]).toEqual([null, null])
    desk.do(ready('slur', false))
    desk.do(ready('trill'))
    expect(desk.record.preparing.map((p) => p.name)).toEqual(['The tongue', 'The trill'])
  })

  test('a rung and a ladder go by the ladder the fault is on', () => {
    const desk = settled()
    desk.remedy()
    const tried = { kind: 'rung-tried', ...inCase(desk), rung: 'rung-2', clean: 1, tries: 1 }
    expect(why(desk, tried as ActBody)).toEqual(['not_on_this_rung', ['rung'], {}])
  })

  test('a third project is refused by the names of the two that run; one of them begins anew', () => {
    const desk = settled()
    desk.remedy()
    desk.settle(B, 'thin')
    desk.remedy(B)
    const C = 'case-0-c' as typeof A
    desk.settle(C, 'late')
    const begin = (of: typeof A): ActBody => ({
      ...({ kind: 'remedy-started', lesson: desk.lesson, case: of, weeks: 5 } as const),
      ...{ remedy: 'open', name: 'Open', rungs: [...desk.case().ladder!.rungs], loads: [] },
    })
    expect(why(desk, begin(C))).toEqual([
      ...['two_projects_already', ['case'], { names: 'bell-hand · thin' }],
    ])
    expect(why(desk, begin(B))).toBeNull()
  })
})

test('what the knowledge does not have is refused by its name', () => {
  const desk = settled()
  const asked = (request: object) => {
    const whole = completeAct(request as ActRequest, desk.record, KNOWLEDGE)
    return whole.ok ? null : [whole.refusal.code, whole.refusal.path, whole.refusal.facts ?? {}]
  }
  const settling = {
    ...{ kind: 'fault-settled', lesson: desk.lesson, case: B },
    ...{ fault: 'not-known', overruled: 'Heard' },
  }
  expect(asked(settling)).toEqual(['unknown_fault', ['fault'], { fault: 'not-known' }])
  expect(asked({ kind: 'words-tied', words: 'thin', finding: 'not-known' })).toEqual([
    ...['unknown_finding', ['finding'], { finding: 'not-known' }],
  ])
  const begin = { kind: 'remedy-started', ...inCase(desk), weeks: 5, remedy: 'not-known' }
  expect(asked(begin)).toEqual(['unknown_remedy', ['remedy'], { remedy: 'not-known' }])
  const slur = { id: 'slur', name: 'Slurring' } as (typeof KNOWLEDGE.gates)[number]
  const gates = { ...KNOWLEDGE, gates: [slur] }
  const held = { kind: 'gate-overruled', date: START, gate: 'tongue', open: true, reason: 'Heard' }
  expect(completeAct(held as ActRequest, desk.record, gates)).toMatchObject({
    refusal: { code: 'unknown_gate', path: ['gate'], facts: { gate: 'tongue' } },
  })
  const known = { ...held, gate: 'slur' } as ActRequest
  expect(completeAct(known, desk.record, gates)).toMatchObject({ value: { name: 'Slurring' } })
  const words = { kind: 'words-tied', words: 'thin', finding: 'of-thin' } as ActRequest
  expect(completeAct(words, desk.record, KNOWLEDGE)).toMatchObject({
    value: { ...words, text: 'Sign of-thin' },
  })
})

test('what is heard in a take needs the take, and one that is still there', () => {
  const desk = new Desk().open()
  desk.do(desk.keeping('a'))
  desk.do(desk.keeping('b'))
  const heard = (letter: string) => {
    const request = {
      ...{ kind: 'sign-noted', lesson: desk.lesson, finding: 'of-thin', strength: 'marked' },
      ...{ prompted: false, condition: null, heard: { hash: hashOf(letter), seconds: 1.5 } },
    } as ActRequest
    const whole = completeAct(request, desk.record, KNOWLEDGE)
    if (!whole.ok) return [whole.refusal.code, whole.refusal.path]
    desk.do(whole.value)
    return desk.record.lessons[0]!.signs.at(-1)!.heard
  }
  expect(heard('c')).toEqual(['unknown_take', ['heard']])
  expect(heard('b')).toEqual({ hash: hashOf('b'), seconds: 1.5 })
  desk.do({ kind: 'take-removed', hash: hashOf('a') })
  expect(heard('a')).toEqual(['unknown_take', ['heard']])
  expect(heard('b')).toEqual({ hash: hashOf('b'), seconds: 1.5 })
  expect(desk.try({ kind: 'take-removed', hash: hashOf('a') })).toBe('unknown_take')
})
