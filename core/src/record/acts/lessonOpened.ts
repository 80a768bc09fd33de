import { day, daysBetween, good, number, object, optional, text } from '../../kit'
import type { Shape, LessonId } from '../../kit'
import { USUAL_MENDING } from '../../mending'
import type { MendingParameters } from '../../mending'
import { besideAct, filled } from '../actModule'
import { atOpening } from '../caseInLesson'
import { refuse } from '../refusal'
import type { LessonState, StudentRecord } from '../state'
import { DAYS_AHEAD_MOST } from './daysAhead'
import * as fields from './fields'

/** Letters of a version: its own, and that of everything it is put together from. */
const VERSION_MOST = 2000
/** A hash in hexadecimal. */
const DIGEST_MOST = 64

const chance = number({ least: 0, most: 1 })
const mendingShape: Shape<MendingParameters> = object({
  learn: chance,
  slip: chance,
  guess: object({
    awayPrompted: chance,
    awayUnprompted: chance,
    musicPrompted: chance,
    musicUnprompted: chance,
  }),
  forgetPerDay: chance,
})

const emptyLesson = {
  open: true,
  note: '',
  family: '',
  next: null,
  aim: '',
  fresh: '',
  setups: [],
  comparisons: [],
  signs: [],
  checks: [],
  strengths: [],
} as const

/** Opening a lesson counts one more lesson on the rung for every fault being mended. */
function open(
  record: StudentRecord,
  opened: Pick<LessonState, 'id' | 'date' | 'pack' | 'mending'>,
) {
  const lesson: LessonState = { ...opened, ...emptyLesson }
  const cases = record.cases.map((c) => atOpening(c, lesson, record.home))
  return { ...record, cases, lessons: [...record.lessons, lesson] }
}

function refuseOpening(
  record: StudentRecord,
  act: { lesson: LessonId; date: LessonState['date'] },
) {
  if (record.lessons.some((l) => l.id === act.lesson)) return refuse('lesson_exists', 'lesson')
  const last = record.lessons.at(-1)
  if (last && daysBetween(last.date, act.date) < 0) {
    return refuse('lesson_before_last', 'date', { date: act.date, last: last.date })
  }
  const running = record.lessons.find((l) => l.open)
  return running ? refuse('lesson_still_open', 'lesson', { date: running.date }) : null
}

/** A lesson begins, with the knowledge and the figures it is held with. */
export const lessonOpened = besideAct({
  version: 2,
  // The first kept no figures of the mending model where they were the usual ones.
  earlier: { 1: (body) => ({ ...body, mending: body.mending ?? USUAL_MENDING }) },
  ...filled(
    'lesson-opened',
    { ...fields.inLesson, date: day },
    {
      pack: object({
        id: fields.packId,
        version: text(VERSION_MOST, 1),
        digest: optional(text(DIGEST_MOST, 1)),
      }),
      mending: mendingShape,
    },
    (request, _record, knowledge) =>
      good({ ...request, pack: knowledge.pack, mending: knowledge.mending }),
  ),
  refuse: refuseOpening,
  refuseOn: (act, today) => {
    const days = daysBetween(today, act.date)
    return days > DAYS_AHEAD_MOST
      ? refuse('lesson_in_future', 'date', { date: act.date, days })
      : null
  },
  apply: (record, { lesson: id, date, pack, mending }) => open(record, { id, date, pack, mending }),
})
