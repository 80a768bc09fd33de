import { describe, expect, test } from 'vitest'
import { chance, seededRng } from '../kit'
import type { Rng, CaseId } from '../kit'
import { needHolds, RECENT_LESSONS } from '../standing'
import type { Knowledge } from '../packs'
import { A, Desk, START } from '../record/test/desk'
import { forecastGate, gateAhead } from './index'
import type { GatePace, NeedPace } from './index'
import { betaByOrder } from './test/betaByOrder'

const SHARE = 0.7
const RUNS = 400
/** Weeks after which a simulated student is given up. */
const WEEKS_MOST = 104

const settings = (seed: number, kept = 0.6) => ({ kept, runs: RUNS, rng: seededRng(seed) })

function need(lessons: readonly boolean[], more: Partial<NeedPace> = {}): NeedPace {
  return {
    share: SHARE,
    lessons,
    looked: lessons.length,
    passedOver: 0,
    fault: null,
    sinceMended: null,
    ...more,
  }
}
const gate = (...needs: readonly NeedPace[]): GatePace => ({ needs, daysBetweenLessons: 7 })
const often = (n: number, good: boolean) => Array.from({ length: n }, () => good)

/** A true student whose fault is mended on the way: rungs, clean lessons, and then the need holds more often. */
function trueStudent(rng: Rng) {
  const before = rng()
  const pass = betaByOrder(rng, 2, 2)
  const clean = betaByOrder(rng, 4, 2)
  return { before, pass, clean, after: Math.max(before, betaByOrder(rng, 9, 1)), look: rng() }
}
type Student = ReturnType<typeof trueStudent>

/** Lesson by lesson until the gate's own rule holds. */
function trueWeeks(student: Student, history: readonly boolean[], rungs: number, rng: Rng): number {
  const lately = history.slice(-RECENT_LESSONS)
  let [left, row] = [rungs, 0]
  for (let week = 1; week <= WEEKS_MOST; week++) {
    const mended = row >= 2
    if (left > 0) left -= chance(rng, student.pass) ? 1 : 0
    else if (!mended) row = chance(rng, student.clean) ? row + 1 : 0
    if (!chance(rng, student.look)) continue
    lately.push(chance(rng, mended ? student.after : student.before))
    if (lately.length > RECENT_LESSONS) lately.shift()
    if (needHolds(lately.filter(Boolean).length, lately.length, SHARE)) return week
  }
  return Infinity
}

describe('the forecast of a gate', () => {
  // The rule asks for the lower bound of an 80 % interval: four good lessons of four, five of six are not enough.
  test('a student who is always seen and always good opens it with the fourth good lesson', () => {
    const { half } = forecastGate(gate(need(often(3, true))), settings(1))
    expect(half[0]).toBe(7)
  })

  test('a need nobody can meet is beyond two years, and the share of such runs is told', () => {
    const never = forecastGate(gate(need(often(8, false))), settings(2))
    expect(never.most[1]).toBe(Infinity)
    expect(never.never).toBeGreaterThan(0.5)
  })

  test('needs that hold already are waited for no longer', () => {
    expect(forecastGate(gate(need(often(8, true))), settings(3)).most).toEqual([0, 0])
  })

  test('a gate with more needs is never sooner', () => {
    const one = need([true, false, true, true])
    const [alone, both] = [gate(one), gate(one, need([false, false, true, true]))].map((g) =>
      forecastGate(g, settings(4)),
    )
    expect(both!.half[1]).toBeGreaterThanOrEqual(alone!.half[1])
    expect(both!.never).toBeGreaterThanOrEqual(alone!.never)
  })

  test('a fault in the way that is being mended brings it nearer, the more so the more is kept', () => {
    const pace = {
      rungsLeft: 2,
      passed: 3,
      notPassed: 1,
      cleanInARow: 0,
      daysBetweenLessons: 7,
    }
    const fault = { id: 'case-1' as CaseId, pace }
    const seen = often(6, false)
    const left = forecastGate(gate(need(seen)), settings(5))
    const mended = forecastGate(gate(need(seen, { fault })), settings(5))
    expect(mended.half[1]).toBeLessThan(left.half[1])
    const little = forecastGate(gate(need(seen, { fault })), settings(5, 0.1))
    expect(mended.half[1]).toBeLessThan(little.half[1])
  })

  test('bad lessons from before the mending no longer count against it', () => {
    const seen = [...often(5, false), ...often(3, true)]
    const before = forecastGate(gate(need(seen)), settings(8))
    const after = forecastGate(gate(need(seen, { sinceMended: 3 })), settings(8))
    expect(after.never).toBeLessThan(before.never)
    expect(after.half[1]).toBeLessThan(before.half[1])
  })

  test('the same seed has the same answer', () => {
    const asked = gate(need([true, false, true]))
    expect(forecastGate(asked, settings(6))).toEqual(forecastGate(asked, settings(6)))
  })

  // Bounds belong to their window and weeks are whole, so that windows are a little wide. Students who have it
  // already, and those for whom a window ends beyond two years, would be right for nothing and do not count.
  /** Shares of true days within the windows, over students of that kind. */
  function windowsHeld(studentOf: (rng: Rng) => Student) {
    const rng = seededRng(7)
    const rungsLeft = 3
    const pace = { rungsLeft, passed: 0, notPassed: 0, cleanInARow: 0, daysBetweenLessons: 7 }
    const fault = { id: 'case-1' as CaseId, pace }
    const held = { half: [] as boolean[], most: [] as boolean[] }
    for (let s = 0; s < 500; s++) {
      const student = studentOf(rng)
      const looks = Array.from({ length: RECENT_LESSONS }, () => chance(rng, student.look))
      const history = looks.filter(Boolean).map(() => chance(rng, student.before))
      if (needHolds(history.filter(Boolean).length, history.length, SHARE)) continue
      const days = trueWeeks(student, history, rungsLeft, rng) * 7
      const asked = need(history, { passedOver: RECENT_LESSONS - history.length, fault })
      const window = forecastGate(gate(asked), settings(s))
      for (const kind of ['half', 'most'] as const) {
        const [from, to] = window[kind]
        if (Number.isFinite(to)) held[kind].push(days >= from && days <= to)
      }
    }
    const share = (all: readonly boolean[]) => all.filter(Boolean).length / all.length
    return { counted: held.most.length, most: share(held.most), half: share(held.half) }
  }

  test('on students as it takes them to be its windows hold what they say', () => {
    const held = windowsHeld(trueStudent)
    expect(held.counted).toBeGreaterThan(100)
    expect(held.most).toBeGreaterThan(0.75)
    expect(held.most).toBeLessThan(0.93)
    expect(held.half).toBeGreaterThan(0.45)
    expect(held.half).toBeLessThan(0.75)
  })

  test('on students of other paces they still hold most', () => {
    const held = windowsHeld((rng) => {
      const before = rng()
      const [pass, clean] = [0.2 + 0.7 * rng(), 0.4 + 0.55 * rng()]
      return { before, pass, clean, after: Math.max(before, 0.7 + 0.3 * rng()), look: rng() }
    })
    expect(held.counted).toBeGreaterThan(100)
    expect(held.most).toBeGreaterThan(0.7)
    expect(held.half).toBeGreaterThan(0.4)
  })
})

describe('what the record says about the way to a gate', () => {
  const gateOf = (id: string, after: readonly string[], without: string) => ({
    id,
    name: id,
    after,
    afterIn: {},
    needs: [{ text: `no ${without}`, without, share: SHARE }],
    prepare: null,
  })
  const knowledge = {
    schools: [],
    setup: [],
    faults: [{ id: 'bell-hand', shows: { muffled: 0.4 } }],
    gates: [gateOf('first', [], 'muffled'), gateOf('then', ['first'], 'late')],
  } as unknown as Knowledge

  function note(desk: Desk, finding: string, there: boolean): void {
    desk.do({
      kind: 'sign-noted',
      lesson: desk.lesson,
      finding,
      text: finding,
      strand: 'tone',
      strength: there ? 'marked' : 'absent',
      prompted: false,
      condition: null,
    })
  }
  const pace = (desk: Desk, id: string) => {
    const ahead = gateAhead(desk.record, knowledge, id)
    return ahead?.kind === 'known' ? ahead.pace : null
  }

  test('nobody looked: what to look at first, of the gates before it too', () => {
    const desk = new Desk().open()
    expect(gateAhead(desk.record, knowledge, 'then')).toEqual({
      kind: 'unseen',
      needs: ['no late', 'no muffled'],
    })
    note(desk, 'late', false)
    expect(gateAhead(desk.record, knowledge, 'then')).toEqual({
      kind: 'unseen',
      needs: ['no muffled'],
    })
    expect(gateAhead(desk.record, knowledge, 'not-in-the-pack')).toBeNull()
  })

  test('nor is one the teacher holds open or shut', () => {
    const desk = new Desk().open()
    note(desk, 'muffled', true)
    expect(pace(desk, 'first')).not.toBeNull()
    const reason = 'not for her'
    const hold = { kind: 'gate-overruled', date: START, gate: 'first', name: 'first' } as const
    desk.do({ ...hold, open: false, reason })
    expect(gateAhead(desk.record, knowledge, 'first')).toBeNull()
  })

  test('an open gate is not foretold', () => {
    const desk = new Desk()
    for (let i = 0; i < 4; i++) note(desk.open(), 'muffled', false)
    expect(gateAhead(desk.record, knowledge, 'first')).toBeNull()
  })

  test('a fault in the way goes in with its pace, and once mended only what came after counts', () => {
    const desk = new Desk().open()
    note(desk, 'muffled', true)
    desk.settle()
    expect(pace(desk, 'first')!.needs[0]).toMatchObject({ fault: null, sinceMended: null })
    desk.remedy()
    expect(pace(desk, 'first')!.needs[0]!.fault).toMatchObject({ id: A, pace: { rungsLeft: 2 } })
    desk.open()
    note(desk, 'muffled', false)
    desk.do({ kind: 'case-mended', lesson: desk.lesson, case: A, overruled: 'for the test' })
    expect(pace(desk, 'first')!.needs[0]).toMatchObject({
      lessons: [false, true],
      fault: null,
      sinceMended: 1,
    })
  })

  test('lessons in which nobody looked are told apart', () => {
    const desk = new Desk().open()
    note(desk, 'muffled', true)
    desk.open().open()
    expect(pace(desk, 'first')!.needs[0]).toMatchObject({ looked: 1, passedOver: 2 })
  })
})
