/** Takes: kept with a yes, gone with it, and each counting once for a try and once for the look of its lesson. */
import { describe, expect, test } from 'vitest'
import { TAKE_KINDS } from '../analysers'
import { mayKeep, refuseAct } from './index'
import type { ActBody, StudentCard } from './index'
import type { CaseId } from '../kit'
import { A, Desk, hashOf, START } from './test/desk'
import { B } from './test/instrument'

type Consents = StudentCard['consents']
const saying = (state: 'given' | 'refused', ...of: (keyof Consents)[]): Partial<StudentCard> => {
  const { consents } = new Desk().record.card
  const said = of.map((kind) => [kind, { ...consents[kind], state }] as const)
  return { consents: { ...consents, ...Object.fromEntries(said) } }
}
const given = (...of: (keyof Consents)[]) => saying('given', ...of)

describe('what may be kept', () => {
  test('notes always; sound and pictures each with a yes of their own', () => {
    const may = (card: Partial<StudentCard>) => {
      const desk = new Desk(card)
      return TAKE_KINDS.filter((kind) => mayKeep(desk.record.card, kind))
    }
    expect(may({})).toEqual(['notes'])
    expect(may(given('recordings'))).toEqual(['sound', 'notes'])
    expect(may(given('pictures'))).toEqual(['picture', 'notes'])
    expect(may(saying('refused', 'recordings', 'pictures'))).toEqual(['notes'])
  })

  test('without the yes it is refused by its kind and the student’s name', () => {
    const desk = new Desk(given('pictures')).open()
    const why = refuseAct(desk.record, desk.keeping('a', { take: 'sound' }), START)
    expect(why).toMatchObject({
      ...{ code: 'no_consent_for_take', path: ['take'] },
      facts: { take: 'sound', name: 'Isla Marrow' },
    })
    expect(desk.try(desk.keeping('a', { take: 'picture' }))).toBeNull()
  })

  test('for a fault that is on record, or for none', () => {
    const desk = new Desk().open()
    expect(desk.try(desk.keeping('a', { case: A }))).toBe('unknown_case')
    desk.settle()
    desk.settle(B, 'thin')
    expect(desk.try(desk.keeping('a', { case: 'case-0-c' as CaseId }))).toBe('unknown_case')
    expect(desk.try(desk.keeping('a', { case: A }))).toBeNull()
    expect(desk.try(desk.keeping('b'))).toBeNull()
    expect(desk.record.takes.map((t) => [t.words, t.case, t.date])).toEqual([
      ['a', A, START],
      ['b', null, START],
    ])
  })
})

test('a yes that is taken back takes with it what it covered, and nothing else', () => {
  const desk = new Desk(given('recordings', 'pictures')).open()
  desk.do(desk.keeping('a', { take: 'sound' }))
  desk.do(desk.keeping('b', { take: 'picture' }))
  desk.do(desk.keeping('c'))
  const removed = () => desk.record.takes.filter((t) => t.removed).map((t) => t.words)
  const card = desk.record.card
  desk.do({ kind: 'card-changed', card: { ...card, name: 'Isla M.' } })
  expect(removed()).toEqual([])
  desk.do({ kind: 'card-changed', card: { ...card, ...given('pictures') } })
  expect(removed()).toEqual(['a'])
  desk.do({ kind: 'take-removed', hash: hashOf('c') })
  desk.do({ kind: 'card-changed', card: { ...card, ...given() } })
  expect(removed()).toEqual(['a', 'b', 'c'])
})

describe('a take that is to count', () => {
  /** On a ladder, with takes a and b. */
  function withTakes(): Desk {
    const desk = new Desk().open()
    desk.settle()
    desk.remedy()
    desk.do(desk.keeping('a'))
    desk.do(desk.keeping('b'))
    return desk
  }
  const tried = (desk: Desk, take?: string, clean = 1): ActBody => ({
    ...({ kind: 'rung-tried', lesson: desk.lesson, case: A, rung: 'rung-1', clean } as const),
    ...{ tries: 1, ...(take === undefined ? {} : { take: hashOf(take) }) },
  })
  const looked = (desk: Desk, take?: string, clean = 1): ActBody => ({
    ...({ kind: 'look-taken', lesson: desk.lesson, case: A, condition: 'exercise' } as const),
    ...{ prompted: false, clean, tries: 1, ...(take === undefined ? {} : { take: hashOf(take) }) },
  })

  test('counts as a try once; another take counts too, and so does what was heard without one', () => {
    const desk = withTakes()
    expect(desk.try(tried(desk, 'a'))).toBeNull()
    expect(desk.try(tried(desk, 'a'))).toBe('take_counted_already')
    expect(desk.try(tried(desk, 'b', 0))).toBeNull()
    expect(desk.try(tried(desk))).toBeNull()
    expect(desk.try(tried(desk))).toBeNull()
    expect(desk.try(tried(desk, 'c'))).toBe('unknown_take')
    expect(desk.case().ladder!.tries.map((t) => [t.take ?? null, t.clean])).toEqual([
      [hashOf('a'), 1],
      [hashOf('b'), 0],
      [null, 1],
      [null, 1],
    ])
  })

  test('many of a lesson are one look; what was heard is looked at as often as one likes', () => {
    const desk = withTakes()
    expect(desk.try(looked(desk, 'c'))).toBe('unknown_take')
    expect(desk.try(looked(desk))).toBeNull()
    expect(desk.try(looked(desk, 'a'))).toBeNull()
    expect(desk.try(looked(desk, 'b'))).toBe('look_by_take_already')
    expect(desk.try(looked(desk))).toBeNull()
    expect(desk.case().looks.map((l) => l.take ?? null)).toEqual([null, hashOf('a'), null])
    desk.open()
    expect(desk.try(looked(desk, 'b'))).toBeNull()
  })

  test('never more clean than there were tries, with a take or without', () => {
    const desk = withTakes()
    expect(desk.try(looked(desk, undefined, 2))).toBe('more_clean_than_tries')
    expect(desk.try(looked(desk, 'a', 2))).toBe('more_clean_than_tries')
    expect(desk.try(tried(desk, undefined, 2))).toBe('more_clean_than_tries')
    expect(desk.try(tried(desk, 'a', 2))).toBe('more_clean_than_tries')
  })
})
