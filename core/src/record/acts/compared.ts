import { good } from '../../kit'
import { filled, lessonAct } from '../actModule'
import { inLesson } from '../inLesson'
import { refused } from '../refusal'
import * as fields from './fields'

/** Before, one change, after. */
export const compared = lessonAct({
  ...filled(
    'compared',
    {
      ...fields.inLesson,
      finding: fields.packId,
      changed: fields.words,
      before: fields.strength,
      after: fields.strength,
    },
    { text: fields.packWords },
    (request, _record, knowledge) => {
      const finding = knowledge.findings.find((f) => f.id === request.finding)
      return finding
        ? good({ ...request, text: finding.text })
        : refused('unknown_finding', 'finding', { finding: request.finding })
    },
  ),
  apply: (record, { id, lesson, finding, text, changed, before, after }) =>
    inLesson(record, lesson, (l) => ({
      ...l,
      comparisons: [...l.comparisons, { act: id, finding, text, changed, before, after }],
    })),
})
