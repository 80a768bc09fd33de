import { EMPTY_CARD } from '@vein-mend/core/record'
import { describe, expect, test } from 'vitest'
import { ValidationError } from 'yup'
import { parseActs, troublesOf } from './index'

const ID = 'act-00000001'
const card = { ...EMPTY_CARD, name: 'Isla Marrow', instrument: 'horn' }

const actsOf = (body: unknown) => parseActs(body).acts

function troubles(body: unknown) {
  try {
    parseActs(body)
    return []
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error
    return troublesOf(error).map((t) => `${t.path.join('.')}: ${t.code}`)
  }
}

describe('what comes over the border', () => {
  test('a whole card passes, trimmed', () => {
    const [act] = actsOf({
      acts: [{ id: ID, kind: 'student-added', card: { ...card, name: '  Isla ' } }],
    })
    expect(act).toMatchObject({ card: { name: 'Isla' } })
  })
  test('an empty name and a bad number are both named', () => {
    const body = {
      acts: [
        {
          id: ID,
          kind: 'student-added',
          card: { ...card, name: ' ', homeMinutes: [20, 20, -1, 20, 20, 20, 20] },
        },
      ],
    }
    expect(troubles(body).sort()).toEqual([
      'acts.0.card.homeMinutes.2: too_small',
      'acts.0.card.name: empty',
    ])
  })
  test.each([
    [{}, ['acts: missing']],
    [{ acts: [] }, ['acts: empty']],
    [{ acts: [{ id: ID, kind: 'dance' }] }, ['acts.0.kind: unknown_kind']],
    [
      { acts: [{ id: ID, kind: 'lesson-opened', lesson: ID, date: '2026-02-30' }] },
      ['acts.0.date: not_a_day'],
    ],
    [{ acts: [{ id: 'x', kind: 'undone', act: ID }] }, ['acts.0.id: not_an_id']],
    [
      {
        acts: [
          {
            id: ID,
            kind: 'look-taken',
            lesson: ID,
            case: ID,
            condition: 'asleep',
            prompted: false,
            clean: 0,
            tries: 0,
          },
        ],
      },
      ['acts.0.condition: not_offered', 'acts.0.tries: too_small'],
    ],
  ])('%j is refused by field', (body, expected) => {
    expect(troubles(body)).toEqual(expected)
  })
  test('what nobody asked for does not reach the record', () => {
    const [act] = actsOf({ acts: [{ id: ID, kind: 'undone', act: ID, why: 'because' }] })
    expect(act).toEqual({ id: ID, kind: 'undone', act: ID })
  })
})

describe('the week and the page at home', () => {
  const act = (body: object) => ({ acts: [{ id: ID, ...body }] })
  const block = { item: 'music', name: 'Pieces', day: 0, minutes: 5 }

  test('pass when they are whole; what may be left out is filled in', () => {
    const tick = { kind: 'practised', date: '2026-03-02', item: 'music', minutes: 5, done: true }
    expect(actsOf(act(tick))[0]).toMatchObject({ tempo: null })
    const given = { kind: 'week-given', week: '2026-03-02', blocks: [block] }
    expect(actsOf(act(given))[0]).toMatchObject({ blocks: [{ ...block, case: null }] })
  })

  test.each([
    [
      { kind: 'practised', date: '2026-02-30', item: 'a', minutes: 5, done: true },
      'date: not_a_day',
    ],
    [
      { kind: 'practised', date: '2026-03-02', item: 'a', minutes: -1, done: true },
      'minutes: too_small',
    ],
    [
      { kind: 'practised', date: '2026-03-02', item: 'a', minutes: 5, done: true, tempo: 9 },
      'tempo: too_small',
    ],
    [{ kind: 'week-pinned', week: '2026-03-02', item: 'a', day: 7, on: true }, 'day: too_large'],
    [
      { kind: 'week-given', week: '2026-03-02', blocks: [{ ...block, day: -1 }] },
      'blocks.0.day: too_small',
    ],
    [{ kind: 'hurt-at-home', date: '2026-03-02', item: 'a', name: ' ' }, 'name: empty'],
    [{ kind: 'home-noted', date: '2026-03-02', words: 'x'.repeat(2001) }, 'words: too_long'],
  ])('%o is refused at its field', (body, trouble) => {
    expect(troubles(act(body))).toEqual([`acts.0.${trouble}`])
  })
})

describe('what is decided between lessons', () => {
  const act = (body: object) => ({ acts: [{ id: ID, ...body }] })
  const passes = (body: object) => actsOf(act(body))[0]

  test('a wish of the week passes with any balance that is offered, and with what is left out', () => {
    for (const hands of ['as-it-comes', 0.5, 1, 2]) {
      expect(passes({ kind: 'week-wished', hands })).toMatchObject({
        hands,
        group: null,
        first: null,
      })
    }
  })

  test('a second look may be moved to a day, or to none', () => {
    const moved = { kind: 'recheck-moved', case: ID, reason: 'after the fair' }
    expect(passes({ ...moved, to: '2026-03-02' })).toMatchObject({ to: '2026-03-02' })
    expect(passes(moved)).toMatchObject({ to: null })
  })

  test('skills that nobody has said are left open', () => {
    const noted = { kind: 'levels-noted', date: '2026-03-02', hands: 3 }
    expect(passes(noted)).toMatchObject({ hands: 3, reading: null, ear: null, pieces: null })
  })

  test('a gate is got ready for, or let wait', () => {
    const ready = { kind: 'gate-prepared', date: '2026-03-02', gate: 'legato' }
    expect(passes({ ...ready, on: true })).toMatchObject({ gate: 'legato', on: true })
    expect(passes({ ...ready, on: false })).toMatchObject({ on: false })
  })

  test.each([
    [{ kind: 'week-wished', hands: 3 }, 'hands: not_offered'],
    [{ kind: 'week-wished', hands: 1, group: 7 }, 'group: too_large'],
    [{ kind: 'week-wished', hands: 1, first: 'x' }, 'first: not_an_id'],
    [
      { kind: 'break-noted', from: '2026-03-02', to: '2026-02-30', why: 'holiday', words: '' },
      'to: not_a_day',
    ],
    [
      { kind: 'break-noted', from: '2026-03-02', to: '2026-03-09', why: 'bored', words: '' },
      'why: not_offered',
    ],
    [{ kind: 'levels-noted', date: '2026-03-02', hands: 9 }, 'hands: too_large'],
    [{ kind: 'levels-noted', date: '2026-03-02', reading: 0 }, 'reading: too_small'],
    [{ kind: 'levels-noted', date: '2026-03-02', ear: 2.5 }, 'ear: not_whole'],
    [{ kind: 'levels-noted', date: 'Monday', hands: 2 }, 'date: not_a_day'],
    [{ kind: 'recheck-moved', case: ID, to: '2026-13-01', reason: 'fair' }, 'to: not_a_day'],
    [{ kind: 'recheck-moved', case: ID, to: null, reason: ' ' }, 'reason: empty'],
    [{ kind: 'stuck-dismissed', case: ID, reason: '' }, 'reason: empty'],
    [{ kind: 'relapse-overruled', lesson: ID, case: 'no', reason: 'a bad day' }, 'case: not_an_id'],
    [{ kind: 'gate-prepared', date: '2026-03-02', gate: '', on: true }, 'gate: empty'],
    [{ kind: 'gate-prepared', date: '2026-03-02', gate: 'legato' }, 'on: missing'],
    [
      { kind: 'gate-overruled', date: '2026-03-02', gate: 'legato', open: true, reason: ' ' },
      'reason: empty',
    ],
  ])('%o is refused at its field', (body, trouble) => {
    expect(troubles(act(body))).toEqual([`acts.0.${trouble}`])
  })
})
