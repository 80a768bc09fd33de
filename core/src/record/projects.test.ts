/** Two projects at once: a third replaces one, and what rested or came back goes on where it stood. */
import { describe, expect, test } from 'vitest'
import { brief } from '../standing'
import type { CaseId } from '../kit'
import { A, Desk, TODAY } from './test/desk'
import { B } from './test/instrument'

const C = 'case-c' as CaseId

describe('what is worked on', () => {
  test('a third project has to replace one, and what rests goes on where it stopped', () => {
    const desk = new Desk().open()
    desk.settle()
    desk.remedy()
    desk.settle(B, 'breath')
    desk.remedy(B)
    desk.settle(C, 'seat')
    expect(() => desk.remedy(C)).toThrow('two_projects_already')
    desk.climb()
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
    desk.climb()
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
})
