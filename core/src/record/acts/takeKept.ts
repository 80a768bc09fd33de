import { digest, nullable, object, oneOf, optional, text, whole } from '../../kit'
import { TAKE_KINDS } from '../../analysers'
import { lessonAct, plain } from '../actModule'
import { GRID_PLACES, GRID_POSITIONS, GRID_TOUCHES } from '../../takes'
import { refuse } from '../refusal'
import { lessonOf } from '../state'
import { mayKeep } from '../takeConsents'
import * as fields from './fields'

/** Letters of a media type. */
const TYPE_MOST = 60
/** Ten minutes of sound, uncompressed in stereo, are a hundred megabytes. */
export const TAKE_BYTES_MOST = 128_000_000

/** A cell of the grid of colours of a plucked string. */
const gridCell = object({
  position: oneOf(GRID_POSITIONS),
  place: oneOf(GRID_PLACES),
  touch: oneOf(GRID_TOUCHES),
})

/** A recording, a picture or played notes kept; the file was there before the act. */
export const takeKept = lessonAct({
  ...plain('take-kept', {
    ...fields.inLesson,
    case: nullable(fields.fault),
    hash: digest,
    take: oneOf(TAKE_KINDS),
    type: text(TYPE_MOST, 1),
    bytes: whole(1, TAKE_BYTES_MOST),
    words: fields.line,
    grid: optional(gridCell),
  }),
  refuse: (record, act) => {
    if (!mayKeep(record.card, act.take)) {
      return refuse('no_consent_for_take', 'take', { take: act.take, name: record.card.name })
    }
    if (act.case !== null && !record.cases.some((c) => c.id === act.case)) {
      return refuse('unknown_case', 'case')
    }
    const here = record.takes.some((t) => t.hash === act.hash && !t.removed)
    return here ? refuse('take_kept_already', 'hash') : null
  },
  apply: (record, { id, lesson, case: fault, hash, take: kind, type, bytes, words, grid }) => {
    const { date } = lessonOf(record, lesson)
    const file = { hash, kind, type, bytes }
    const taken = {
      ...file,
      act: id,
      lesson,
      date,
      case: fault,
      words,
      ...(grid ? { grid } : {}),
      readings: [],
      removed: false,
    }
    return { ...record, takes: [...record.takes, taken] }
  },
})
