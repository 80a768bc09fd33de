/** Every kind of act there is, whatever it holds: written down, read again, and refused where it is not one. */
import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { seededRng } from '../kit'
import type { Shape } from '../kit'
import { arbitraryOf } from '../kit/test/arbitraryOf'
import { mutated } from '../kit/test/mutate'
import { USUAL_MENDING } from '../mending'
import { ACT_KINDS, HOME_ACTS, MODULES, readAct, stampShape, writeAct } from './index'
import type { Act, ActBody, ActKind } from './index'

const SEED = 20261126
const RUNS = 60

/** Any act of the kind, as it could stand on record. */
function anyAct(kind: ActKind): fc.Arbitrary<Act> {
  const shape: Shape<ActBody> = MODULES[kind].kept
  return fc
    .tuple(arbitraryOf(shape), arbitraryOf(stampShape))
    .map(([body, stamp]) => ({ ...body, ...stamp }))
}

const onDisk = (value: unknown): unknown => JSON.parse(JSON.stringify(value))

describe.each(ACT_KINDS)('%s', (kind) => {
  test('is read as it was written', () => {
    fc.assert(
      fc.property(anyAct(kind), (act) => {
        expect(readAct(onDisk(writeAct(act)))).toEqual({ ok: true, value: act })
      }),
      { seed: SEED, numRuns: RUNS },
    )
  })

  test('with one thing wrong is refused at a place, or is another sound act', () => {
    const rng = seededRng(SEED)
    fc.assert(
      fc.property(anyAct(kind), (act) => {
        const read = readAct(mutated(onDisk(writeAct(act)), rng).value)
        if (read.ok) expect(readAct(onDisk(writeAct(read.value)))).toEqual(read)
        else expect(read.refusal.code).toMatch(/^(act_|unknown_act)/)
      }),
      { seed: SEED, numRuns: RUNS },
    )
  })

  test('of a version to come, or of none, is refused', () => {
    const [act] = fc.sample(anyAct(kind), { seed: SEED, numRuns: 1 })
    for (const v of [MODULES[kind].version + 1, 0, 1.5]) {
      expect(readAct({ ...act, v })).toMatchObject({
        ok: false,
        refusal: { code: 'act_of_later_version', path: ['v'] },
      })
    }
  })

  test('has a way up from every version before the present one', () => {
    const { version, earlier } = MODULES[kind]
    const from = Array.from({ length: version - 1 }, (_, i) => String(i + 1))
    expect(Object.keys(earlier)).toEqual(from)
  })
})

describe('what is no act', () => {
  test.each([null, 'act', [], {}, { kind: 'sung' }, { kind: 'constructor' }, { kind: ['undone'] }])(
    '%o is refused',
    (value) => {
      expect(readAct(value)).toMatchObject({ ok: false })
    },
  )
})

describe('acts of earlier versions', () => {
  const stamp = { id: 'act-000001', at: '2026-03-02T10:00:00.000Z', by: 'teacher' }

  test('what was played at home before taps were told from keys is read as played', () => {
    const [act] = fc.sample(anyAct('practised'), { seed: SEED, numRuns: 1 })
    const evenness = { value: 0.1, low: 0.05, high: 0.2, count: 12 }
    expect(readAct({ ...(writeAct(act!) as object), evenness })).toMatchObject({
      ok: true,
      value: { evenness: { ...evenness, tapped: false } },
    })
  })

  test('a lesson opened without figures of the mending model has the usual ones', () => {
    const opened = { kind: 'lesson-opened', lesson: 'lesson-1', date: '2026-03-02' }
    const pack = { id: 'horn', version: '1.0.0' }
    expect(readAct({ ...opened, pack, ...stamp })).toMatchObject({
      ok: true,
      value: { mending: USUAL_MENDING, pack },
    })
    const own = { ...USUAL_MENDING, learn: 0.3 }
    expect(readAct({ ...opened, pack, mending: own, ...stamp })).toMatchObject({
      value: { mending: own },
    })
  })

  test('the answer to a check kept its outcome in words, and still has them', () => {
    const answered = {
      kind: 'check-answered',
      lesson: 'lesson-1',
      check: 'fingers-off',
      name: 'Fingers off the valves',
      outcome: 'The tone clears',
      says: { 'clears-fingers-off': 'marked' },
    }
    expect(readAct({ ...answered, ...stamp })).toMatchObject({
      ok: true,
      value: { label: 'The tone clears', name: 'Fingers off the valves' },
    })
  })
})

test('the door for home lets in what is done at home, and nothing else', () => {
  expect(HOME_ACTS.toSorted()).toEqual([
    'home-noted',
    'hurt-at-home',
    'hurt-taken-back',
    'practised',
  ])
})
