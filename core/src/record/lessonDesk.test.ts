import { describe, expect, test } from 'vitest'
import { addDays } from '../kit'
import type { Fault, Knowledge, SetupPoint } from '../packs'
import {
  agenda,
  brief,
  completeAct,
  lessonQuestion,
  nextStep,
  lessonSummary,
  proposeProjects,
  setupDue,
  stepAt,
  whatWorks,
} from './index'
import type { CaseId } from './index'
import { A, Desk, START, TODAY } from './test/desk'

const B = 'case-b' as CaseId
const C = 'case-c' as CaseId

const point = (id: string, more: Partial<SetupPoint> = {}): SetupPoint => ({
  id,
  ask: id,
  otherwise: null,
  ways: [],
  number: null,
  grows: false,
  ...more,
})

const slope = {
  unit: 'degrees',
  least: -45,
  most: 45,
  right: [-3, 8],
  rightIn: { 'low-seat': [-15, 2] },
  below: 'forearm-climbs',
  above: 'forearm-slopes',
} as const

const knowledge = {
  setup: [
    point('feet', { otherwise: 'feet-dangle' }),
    point('slope', { number: slope }),
    point('height', { number: { ...slope, unit: 'cm', right: null, rightIn: {} }, grows: true }),
  ],
  schools: [
    { id: 'low-seat', topic: 'seat height', usual: false },
    { id: 'level', topic: 'seat height', usual: true },
  ],
  playing: ['hand', 'arm'],
  findings: [{ id: 'muted', text: 'The tone is muted', strand: 'tone' }],
  faults: ['bell-hand', 'breath', 'seat'].map(
    (id) => ({ id, remedies: [`mend-${id}`], leadsTo: {} }) as unknown as Fault,
  ),
  remedies: ['bell-hand', 'breath', 'seat'].map((id) => ({
    id: `mend-${id}`,
    loads: id === 'breath' ? ['breath'] : [],
  })),
} as unknown as Knowledge

function check(desk: Desk, points: Record<string, 'right' | 'wrong'>, numbers = {}) {
  return desk.do({ kind: 'setup-checked', lesson: desk.lesson, place: 'studio', points, numbers })
}

describe('the set-up before sound', () => {
  test('what was found right or wrong speaks in the diagnosis, and a number overrules the eye', () => {
    const desk = new Desk().open()
    check(desk, { feet: 'wrong' }, { slope: 14 })
    const { signs } = lessonQuestion(desk.record, desk.lesson, knowledge)
    expect(signs).toEqual([
      { finding: 'feet-dangle', strength: 'marked' },
      { finding: 'forearm-climbs', strength: 'absent' },
      { finding: 'forearm-slopes', strength: 'marked' },
    ])
  })

  test('a forearm that rises is right for a school that sits low', () => {
    const desk = new Desk({ schools: { 'seat height': 'low-seat' } }).open()
    check(desk, {}, { slope: -10 })
    const { signs } = lessonQuestion(desk.record, desk.lesson, knowledge)
    expect(signs.every((s) => s.strength === 'absent')).toBe(true)
  })

  test('a point is due when it was never looked at, was wrong, or the student has grown', () => {
    const desk = new Desk({ ageBand: 'child' }).open()
    const due = () =>
      setupDue(desk.record, knowledge, addDays(START, 90)).map((d) => [d.point.id, d.why])
    expect(due()).toEqual([['feet', 'never']])
    check(desk, { feet: 'right' }, { height: 12 })
    expect(due()).toEqual([['height', 'grown']])
    check(desk, { feet: 'wrong' }, { height: 12 })
    expect(due()[0]).toEqual(['feet', 'wrong'])
  })

  test('an adult is not measured again for growth', () => {
    const desk = new Desk({ ageBand: 'adult' }).open()
    check(desk, { feet: 'right' }, { height: 12 })
    expect(setupDue(desk.record, knowledge, addDays(START, 300))).toEqual([])
  })

  test('a number outside what can be is refused with its range', () => {
    const desk = new Desk().open()
    const act = {
      kind: 'setup-checked',
      lesson: desk.lesson,
      place: 'studio',
      points: {},
      numbers: { slope: 90 },
    } as const
    expect(completeAct(act, desk.record, knowledge)).toMatchObject({
      refusal: { code: 'number_out_of_range', path: ['numbers', 'slope'], facts: { most: 45 } },
    })
  })
})

describe('slips, comparisons and the plan', () => {
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

  test('a slip outside its run is refused', () => {
    const desk = new Desk().open()
    desk.settle()
    const act = {
      kind: 'slips-counted',
      lesson: desk.lesson,
      case: A,
      condition: 'exercise',
      prompted: false,
      seconds: 10,
      slips: [11],
    } as const
    expect(desk.try(act)).toBe('slip_outside_run')
  })
})

describe('choosing', () => {
  test('a third project has to replace one, and what rests goes on where it stopped', () => {
    const desk = new Desk().open()
    desk.settle()
    desk.remedy()
    desk.settle(B, 'breath')
    desk.remedy(B)
    desk.settle(C, 'seat')
    expect(() => desk.remedy(C)).toThrow('two_projects_already')
    desk.do({ kind: 'rung-decided', lesson: desk.lesson, case: A, decision: 'up' })
    desk.do({ kind: 'case-rested', lesson: desk.lesson, case: A, reason: 'The seat comes first' })
    desk.remedy(C)
    expect(desk.case().status).toMatchObject({ state: 'resting', reason: 'The seat comes first' })
    expect(desk.try({ kind: 'case-resumed', lesson: desk.lesson, case: A })).toBe(
      'two_projects_already',
    )
    desk.do({ kind: 'case-rested', lesson: desk.lesson, case: C, reason: 'Illness' })
    desk.do({ kind: 'case-resumed', lesson: desk.lesson, case: A })
    expect(desk.case().ladder?.at).toBe(1)
  })

  test('a fault that came back goes on at the rung where it stood, with its cue asked for', () => {
    const desk = new Desk().open()
    desk.settle()
    desk.remedy()
    desk.do({ kind: 'cue-agreed', lesson: desk.lesson, case: A, words: 'feathers' })
    desk.do({ kind: 'rung-decided', lesson: desk.lesson, case: A, decision: 'up' })
    desk.do({ kind: 'case-mended', lesson: desk.lesson, case: A, overruled: 'clean in the band' })
    expect(desk.try({ kind: 'case-resumed', lesson: desk.lesson, case: A })).toBe('not_resting')
    desk.open()
    desk.look(1, 5)
    expect(desk.case().status.state).toBe('relapsed')
    expect(brief(desk.record, TODAY).items.map((i) => i.kind)).toEqual(['recall-cue', 'rung'])
    desk.do({ kind: 'case-resumed', lesson: desk.lesson, case: A })
    expect(desk.case().status.state).toBe('healing')
    expect(desk.case().ladder?.at).toBe(1)
    expect(desk.case().cue?.words).toBe('feathers')
  })

  test('a fault without a ladder has none to go on with', () => {
    const desk = new Desk().open()
    desk.settle()
    expect(desk.try({ kind: 'case-resumed', lesson: desk.lesson, case: A })).toBe('not_resting')
  })

  test('what drives another comes first, then what came back; what hurts comes last and says so', () => {
    const desk = new Desk().open()
    desk.settle(A, 'bell-hand')
    desk.do({
      kind: 'fault-settled',
      stage: 'beginner',
      lesson: desk.lesson,
      case: B,
      fault: 'seat',
      name: 'seat',
      strand: 'posture',
      severity: 2,
      probability: 0.6,
      rivals: [],
      drivenBy: [],
    })
    desk.do({
      kind: 'fault-settled',
      stage: 'beginner',
      lesson: desk.lesson,
      case: C,
      fault: 'breath',
      name: 'breath',
      strand: 'tone',
      severity: 4,
      probability: 0.6,
      rivals: [],
      drivenBy: [B],
    })
    const order = () => proposeProjects(desk.record, knowledge, TODAY).map((p) => p.state.id)
    expect(order()).toEqual([B, C, A])
    desk.do({
      kind: 'sign-noted',
      lesson: desk.lesson,
      finding: 'dizzy',
      text: 'Dizzy',
      strand: 'tension',
      strength: 'marked',
      prompted: false,
      condition: null,
      stops: 'breath',
    })
    expect(order()).toEqual([B, A, C])
    const last = proposeProjects(desk.record, knowledge, TODAY).at(-1)!
    expect(last.reasons[0]).toEqual({ kind: 'hurts' })
    expect(proposeProjects(desk.record, knowledge, TODAY)[0]!.reasons).toContainEqual({
      kind: 'drives',
      names: ['breath'],
    })
  })
})

describe('the agenda and its clock', () => {
  test('the steps fill the lesson exactly, however many there are', () => {
    for (const lessonMinutes of [20, 30, 45]) {
      const desk = new Desk({ lessonMinutes }).open()
      desk.settle()
      desk.remedy()
      desk.do({ kind: 'cue-agreed', lesson: desk.lesson, case: A, words: 'open door' })
      desk.open()
      const steps = agenda(desk.record, desk.lesson, knowledge)
      expect(steps.reduce((sum, s) => sum + s.minutes, 0)).toBeCloseTo(lessonMinutes, 9)
      expect(steps.map((s) => s.kind)).toEqual([
        'what-works',
        'set-up',
        'recall',
        'look',
        'diagnose',
        'rung',
        'music',
        'close',
      ])
      expect(stepAt(steps, 0)?.kind).toBe('what-works')
      expect(stepAt(steps, lessonMinutes - 0.1)?.kind).toBe('close')
      expect(stepAt(steps, lessonMinutes + 1)).toBeNull()
    }
  })

  test('a step is ticked by what was noted, not by the clock', () => {
    const desk = new Desk().open()
    desk.settle()
    desk.remedy()
    desk.open()
    const done = () =>
      agenda(desk.record, desk.lesson, knowledge).find((s) => s.kind === 'look')?.done
    expect(done()).toBe(false)
    desk.look(4, 5)
    expect(done()).toBe(true)
  })

  test('the next step is the first that is not done; music is never waited for', () => {
    const desk = new Desk().open()
    desk.settle()
    desk.remedy()
    desk.open()
    const steps = () => agenda(desk.record, desk.lesson, knowledge)
    const next = () => nextStep(steps())?.kind ?? null
    expect(next()).toBe('what-works')
    expect(steps().find((s) => s.kind === 'diagnose')!.done).toBe(false)
    // A sign says nothing of what works.
    desk.do({
      kind: 'sign-noted',
      lesson: desk.lesson,
      finding: 'muted',
      text: 'Muted',
      strand: 'tone',
      strength: 'absent',
      prompted: false,
      condition: null,
    })
    expect(next()).toBe('what-works')
    desk.do({ kind: 'strength-named', lesson: desk.lesson, words: 'Steady pulse' })
    expect(next()).toBe('set-up')
    check(desk, { feet: 'right' })
    expect(next()).toBe('look')
    desk.look(4, 5)
    // Something was noted, so it is known what else there is.
    expect(next()).toBe('rung')
    expect(nextStep([])).toBeNull()
  })
})

describe('brief and summary', () => {
  test('what worked at the intake is said first ever after', () => {
    const desk = new Desk({ works: ['Steady pulse'] }).open()
    desk.do({ kind: 'strength-named', lesson: desk.lesson, words: 'Sings in tune' })
    expect(whatWorks(desk.record)).toEqual(['Steady pulse', 'Sings in tune'])
    expect(brief(desk.record, TODAY).strength).toBe('Steady pulse')
  })

  test('what has been named today waits longest: none is said for ever, none is forgotten', () => {
    const desk = new Desk({ works: ['Steady pulse', 'Sings in tune'] }).open()
    desk.do({ kind: 'strength-named', lesson: desk.lesson, words: 'Steady pulse' })
    expect(whatWorks(desk.record)).toEqual(['Sings in tune', 'Steady pulse'])
    desk.do({ kind: 'strength-named', lesson: desk.lesson, words: 'Sings in tune' })
    expect(brief(desk.record, TODAY).strength).toBe('Steady pulse')
  })

  test('a project that outlasts its weeks is named', () => {
    const desk = new Desk().open()
    desk.settle()
    desk.remedy()
    const items = (days: number) =>
      brief(desk.record, addDays(START, days)).items.map((i) => i.kind)
    expect(items(35)).not.toContain('weeks-up')
    expect(items(43)).toContain('weeks-up')
  })

  test('the summary tells what became of each fault, and leaves out what was not touched', () => {
    const desk = new Desk().open()
    desk.settle()
    desk.remedy()
    desk.do({ kind: 'cue-agreed', lesson: desk.lesson, case: A, words: 'open door' })
    desk.open()
    expect(lessonSummary(desk.record, desk.lesson).faults).toEqual([])
    desk.do({ kind: 'cue-recalled', lesson: desk.lesson, case: A, recall: 'alone' })
    desk.look(5, 5)
    desk.do({ kind: 'rung-decided', lesson: desk.lesson, case: A, decision: 'up' })
    expect(lessonSummary(desk.record, desk.lesson).faults).toMatchObject([
      { name: 'bell-hand', settled: false, recall: 'alone', rungsMoved: 1, cue: 'open door' },
    ])
  })
})
