import { byKey, good } from '../../kit'
import { filled, lessonAct } from '../actModule'
import { inLesson } from '../inLesson'
import { refused } from '../refusal'
import * as fields from './fields'

/** Findings an outcome can speak of. */
const SAYS_MOST = 60

/** A check was done, with its outcome and what that says. */
export const checkAnswered = lessonAct({
  ...filled(
    'check-answered',
    { ...fields.inLesson, check: fields.packId, outcome: fields.packId },
    { name: fields.packWords, label: fields.packWords, says: byKey(fields.strength, SAYS_MOST) },
    (request, _record, knowledge) => {
      const check = knowledge.checks.find((c) => c.id === request.check)
      if (!check) return refused('unknown_check', 'check', { check: request.check })
      const outcome = check.outcomes.find((o) => o.id === request.outcome)
      if (!outcome) return refused('unknown_outcome', 'outcome', { outcome: request.outcome })
      const { label, says } = outcome
      return good({ ...request, name: check.name, label, says })
    },
  ),
  loads: ({ check }, _record, k) => k.checks.find((c) => c.id === check)?.loads ?? k.playing,
  version: 2,
  // The first kept the outcome's words in the place of its id, which is not known any more.
  earlier: { 1: (body) => ({ ...body, label: body.outcome, outcome: 'unknown' }) },
  apply: (record, { id, lesson, check, name, label, says }) =>
    inLesson(record, lesson, (l) => ({
      ...l,
      checks: [...l.checks, { act: id, check, name, outcome: label, says }],
    })),
})
