import { digest, good, nullable, number, object, optional, usually } from '../../kit'
import { filled, lessonAct } from '../actModule'
import { inLesson } from '../inLesson'
import { refused } from '../refusal'
import { lessonOf } from '../state'
import { endStops, raiseStop } from '../stopping'
import * as fields from './fields'

/** No take is longer than an hour. */
const SECONDS = { least: 0, most: 3600 } as const

/** Something was seen, heard or felt. */
export const signNoted = lessonAct({
  ...filled(
    'sign-noted',
    {
      ...fields.inLesson,
      finding: fields.packId,
      strength: fields.strength,
      prompted: fields.prompted,
      /** The setting in which it was noted; null when nobody said. */
      condition: usually(nullable(fields.condition), null),
      /** Where it was heard, in a take: seconds from its beginning. */
      heard: optional(object({ hash: digest, seconds: number(SECONDS) })),
    },
    {
      text: fields.packWords,
      strand: fields.strand,
      /** The sign stops the playing of this part: pain, numbness, dizziness. */
      stops: optional(fields.bodyPart),
    },
    (request, record, knowledge) => {
      const { heard } = request
      if (heard && !record?.takes.some((t) => t.hash === heard.hash && !t.removed)) {
        return refused('unknown_take', 'heard')
      }
      const finding = knowledge.findings.find((f) => f.id === request.finding)
      if (!finding) return refused('unknown_finding', 'finding', { finding: request.finding })
      const { text, strand, stop } = finding
      return good({ ...request, text, strand, ...(stop ? { stops: stop.part } : {}) })
    },
  ),
  apply: (record, act) => {
    const { finding, text, strand, strength, prompted, condition, stops = null, heard } = act
    const sign = {
      ...{ act: act.id, finding, text, strand, strength, prompted, condition, stops },
      ...(heard ? { heard } : {}),
    }
    const noted = inLesson(record, act.lesson, (l) => ({
      ...l,
      signs: [...l.signs.filter((s) => s.finding !== finding), sign],
    }))
    if (stops === null) return noted
    const on = lessonOf(record, act.lesson).date
    if (strength === 'absent') {
      // The teacher asked, and it is gone.
      return endStops(noted, (s) => s.finding === finding, {
        act: act.id,
        how: 'gone',
        on,
        words: '',
      })
    }
    return raiseStop(noted, {
      act: act.id,
      source: 'sign',
      parts: [stops],
      words: text,
      on,
      finding,
    })
  },
})
