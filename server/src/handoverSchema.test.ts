/** The schema that goes with a handover file, held against another program's idea of it (Ajv, JSON Schema draft 7). */
import { handoverSchema } from '@vein-mend/contract'
import written from '@vein-mend/contract/handover.schema.json' with { type: 'json' }
import { seededRng } from '@vein-mend/core/kit'
import type { Shape } from '@vein-mend/core/kit'
import {
  ACT_KINDS,
  makeHandover,
  MODULES,
  playRecord,
  readAct,
  stampShape,
  writeAct,
} from '@vein-mend/core/record'
import type { Act, ActBody } from '@vein-mend/core/record'
import { playStudent } from '@vein-mend/core/simulate'
import Ajv from 'ajv'
import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { arbitraryOf } from '../../core/src/kit/test/arbitraryOf'
import { mutated } from '../../core/src/kit/test/mutate'
import { DEMO_SCRIPTS } from './demo/demoScripts'
import { shippedPacks, TODAY } from './test/studio'

const schema = handoverSchema()
const ajv = new Ajv({ allErrors: false, strict: false }).addSchema({ ...schema, $id: 'handover' })
const isHandover = ajv.getSchema('handover')!
const packs = await shippedPacks()

test('stands beside the code as the code would write it (npm run schema)', () => {
  expect(written).toEqual(JSON.parse(JSON.stringify(schema)))
})

test('takes the file of every demo student', () => {
  for (const [i, script] of DEMO_SCRIPTS.entries()) {
    const knowledge = packs.get(script.card.instrument)!
    const acts = playStudent(script, knowledge, TODAY, seededRng(i))
    const file = makeHandover(playRecord(acts)!, acts, [knowledge], TODAY)
    expect(isHandover(JSON.parse(JSON.stringify(file))), script.key).toBe(true)
  }
})

describe.each(ACT_KINDS)('%s', (kind) => {
  const isKind = ajv.getSchema(`handover#/definitions/${kind}`)!
  const shape: Shape<ActBody> = MODULES[kind].kept
  const anyAct = fc
    .tuple(arbitraryOf(shape), arbitraryOf(stampShape))
    .map(([body, stamp]): Act => ({ ...body, ...stamp }))

  test('whatever may be kept fits its schema', () => {
    fc.assert(
      fc.property(anyAct, (act) => {
        expect(isKind(JSON.parse(JSON.stringify(writeAct(act))))).toBe(true)
      }),
      { seed: 5, numRuns: 40 },
    )
  })

  test('what does not fit its schema is refused, or is mended in the reading', () => {
    const rng = seededRng(9)
    fc.assert(
      fc.property(anyAct, (act) => {
        const sent: unknown = mutated(JSON.parse(JSON.stringify(writeAct(act))), rng).value
        const read = readAct(sent)
        if (isKind(sent) || !read.ok) return
        // Blanks taken off, usual values filled in, a version not told: then it is another text than was sent.
        const kept: unknown = JSON.parse(JSON.stringify(writeAct(read.value)))
        expect(kept).not.toEqual(sent)
        expect(isKind(kept)).toBe(true)
      }),
      { seed: 5, numRuns: 40 },
    )
  })
})
