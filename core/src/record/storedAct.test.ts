/** Acts that cannot be read, and requests: refused at their place, all faults at once. */
import { describe, expect, test } from 'vitest'
import { readShape } from '../kit'
import { BODY_PARTS } from '../packs'
import { readAct, requestShape } from './index'

const stamp = { id: 'act-000001', at: '2026-03-02T10:00:00.000Z', by: 'teacher' }
const named = { kind: 'strength-named', lesson: 'lesson-1', words: 'Steady pulse' }

describe('an act on file', () => {
  const refused = (value: unknown) => {
    const read = readAct(value)
    return read.ok ? null : [read.refusal.code, read.refusal.path, read.refusal.facts ?? {}]
  }

  test('is refused at the first of its faults, and all of them are told: of its own and of its stamp', () => {
    expect(readAct({ ...named, ...stamp })).toEqual({ ok: true, value: { ...named, ...stamp } })
    const read = readAct({ ...named, ...stamp, words: 7, by: '' })
    expect(read).toMatchObject({
      ...{ ok: false, refusal: { code: 'act_not_understood', path: ['words'] } },
      faults: [{ path: ['words'] }, { path: ['by'] }],
    })
    const onlyStamp = readAct({ ...named, ...stamp, at: 'soon' })
    expect(onlyStamp).toMatchObject({ refusal: { path: ['at'] }, faults: [{ path: ['at'] }] })
    expect(onlyStamp.ok ? [] : onlyStamp.faults).toHaveLength(1)
    const onlyOwn = readAct({ ...named, ...stamp, words: 7 })
    expect(onlyOwn.ok ? [] : onlyOwn.faults).toHaveLength(1)
  })

  test('of no kind, of none that is known, or of a later version says so', () => {
    expect(refused('act')).toEqual(['act_not_understood', [], {}])
    expect(refused({ ...stamp, kind: 'x'.repeat(60) })).toEqual([
      ...['unknown_act_kind', ['kind'], { kind: 'x'.repeat(40) }],
    ])
    expect(refused({ ...named, ...stamp, v: 9 })).toEqual([
      ...['act_of_later_version', ['v'], { kind: 'strength-named' }],
    ])
  })

  test('a remedy begun before loads went by rule is taken to load everything, unless it loads what playing does', () => {
    const rung = {
      ...{ id: 'one', name: 'One', instruction: 'Do it.', way: 'parts', condition: 'exercise' },
      dose: { times: 5, minutes: 4 },
      pass: { kind: 'share', clean: 4, of: 5 },
    }
    const started = {
      ...{
        kind: 'remedy-started',
        lesson: 'lesson-1',
        case: 'case-0001',
        remedy: 'open',
        weeks: 5,
      },
      ...{ name: 'Open', rungs: [rung], loads: ['hand'] },
    }
    const read = (v: object, loads = ['hand']) => readAct({ ...started, ...stamp, ...v, loads })
    expect(read({ v: 3 })).toMatchObject({ value: { loads: ['hand'] } })
    expect(read({ v: 2 })).toMatchObject({ value: { loads: BODY_PARTS } })
    expect(read({ v: 2 }, ['hand', 'hearing'])).toMatchObject({
      value: { loads: ['hand', 'hearing'] },
    })
    expect(read({}, ['hand', 'hearing'])).toMatchObject({ value: { loads: BODY_PARTS } })
  })
})

describe('a request', () => {
  const read = (value: unknown) => readShape(requestShape, value)
  const asked = { ...named, id: 'act-000001' }

  test('has what its kind asks for and the id the screen gave it, and nothing else', () => {
    expect(read(asked)).toEqual({ ok: true, value: asked })
    expect(read({ ...asked, by: 'somebody', at: 'soon' })).toEqual({ ok: true, value: asked })
  })

  test('without its id, of no kind, or with something missing is refused there', () => {
    const paths = (value: unknown) => {
      const found = read(value)
      return found.ok ? [] : found.faults.map((f) => f.path.join('.'))
    }
    expect(paths(named)).toEqual(['id'])
    expect(paths({ ...asked, kind: 'sung' })).toEqual(['kind'])
    expect(paths({ ...asked, words: '' })).toEqual(['words'])
    expect(paths({ ...named, words: '' })).toEqual(['words', 'id'])
  })
})
