import { good } from '../../kit'
import { besideAct, filled } from '../actModule'
import { sameWords } from '../ownWords'
import { refuse, refused } from '../refusal'
import * as fields from './fields'

/** Words of the teacher's own go by a sign from now on: typed again, they find it. */
export const wordsTied = besideAct({
  ...filled(
    'words-tied',
    { words: fields.words, finding: fields.packId },
    { text: fields.packWords },
    (request, _record, knowledge) => {
      const finding = knowledge.findings.find((f) => f.id === request.finding)
      if (!finding) return refused('unknown_finding', 'finding', { finding: request.finding })
      return good({ ...request, text: finding.text })
    },
  ),
  refuse: (record, { words }) =>
    record.ownWords.some((w) => sameWords(w.words, words))
      ? null
      : refuse('unknown_words', 'words'),
  apply: (record, { words, finding, text }) => ({
    ...record,
    ownWords: record.ownWords.map((w) =>
      sameWords(w.words, words) ? { ...w, sign: { finding, text } } : w,
    ),
  }),
})
