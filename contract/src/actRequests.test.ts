import { EMPTY_CARD } from '@vein-mend/core/record'
import { describe, expect, test } from 'vitest'
import { ValidationError } from 'yup'
import { parseActs, troublesOf } from './index'

const ID = 'act-00000001'
const card = { ...EMPTY_CARD, name: 'Isla Marrow', instrument: 'horn' }

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
    const [act] = parseActs({
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
    const [act] = parseActs({ acts: [{ id: ID, kind: 'undone', act: ID, why: 'because' }] })
    expect(act).toEqual({ id: ID, kind: 'undone', act: ID })
  })
})

describe('the week and the page at home', () => {
  const act = (body: object) => ({ acts: [{ id: ID, ...body }] })
  const block = { item: 'music', name: 'Pieces', day: 0, minutes: 5 }

  test('pass when they are whole; what may be left out is filled in', () => {
    const tick = { kind: 'practised', date: '2026-03-02', item: 'music', minutes: 5, done: true }
    expect(parseActs(act(tick))[0]).toMatchObject({ tempo: null })
    const given = { kind: 'week-given', week: '2026-03-02', blocks: [block] }
    expect(parseActs(act(given))[0]).toMatchObject({ blocks: [{ ...block, case: null }] })
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
