import { digest, good, nullable, number, oneOf } from '../../kit'
import { SIDES } from '../../measure'
import { filled, lessonAct } from '../actModule'
import type { Body } from '../actModule'
import { inLesson } from '../inLesson'
import { refused } from '../refusal'
import { strengthOf, takeSays } from '../../takes'
import * as fields from './fields'
import { lacksNumber, measureShape, VALUE } from './measureShape'

const RATIO = { least: 1e-6, most: 1e6 } as const

/** It speaks neither for nor against. */
const SAYS_NOTHING = 1

/** What the first version read off no number says nothing. */
function withoutNoNumbers(body: Body): Body {
  const lacking = lacksNumber(body.measure)
  if (!lacking && body.ratio !== null) return body
  return { ...body, ratio: SAYS_NOTHING, ...(lacking ? { measure: null } : {}) }
}

/** A measured take speaks for or against a sign, by how much likelier its value is with it than without. */
export const signMeasured = lessonAct({
  version: 2,
  earlier: { 1: withoutNoNumbers },
  ...filled(
    'sign-measured',
    { ...fields.inLesson, finding: fields.packId, hash: digest },
    {
      text: fields.packWords,
      strand: fields.strand,
      /** Null where it turned out to be no number; it then says nothing. */
      measure: nullable(measureShape),
      side: oneOf(SIDES),
      threshold: number(VALUE),
      ratio: number(RATIO),
    },
    (request, record, knowledge) => {
      const finding = knowledge.findings.find((f) => f.id === request.finding)
      if (!finding) return refused('unknown_finding', 'finding', { finding: request.finding })
      const take = record?.takes.findLast((t) => t.hash === request.hash && !t.removed)
      if (!record || !take) return refused('unknown_take', 'hash')
      const says = takeSays(record, take, knowledge).find((s) => s.finding.id === finding.id)
      if (!says) return refused('take_says_nothing', 'finding', { finding: finding.text })
      const { text: words, strand } = finding
      const { measure, measured, ratio } = says
      const { side, at: threshold } = measured
      return good({ ...request, text: words, strand, measure, side, threshold, ratio })
    },
  ),
  apply: (
    record,
    { id, lesson, finding, text: words, strand, hash, measure, side, threshold, ratio },
  ) => {
    const sign = {
      act: id,
      finding,
      text: words,
      strand,
      strength: strengthOf(ratio),
      prompted: false,
      condition: 'exercise' as const,
      stops: null,
      measured: { hash, measure, side, threshold, ratio },
    }
    return inLesson(record, lesson, (l) => ({
      ...l,
      signs: [...l.signs.filter((s) => s.finding !== finding), sign],
    }))
  },
})
