/** A student's card, as it may be asked for and as it is kept. */
import {
  byKey,
  dayOrNone,
  flag,
  list,
  nullable,
  number,
  object,
  oneOf,
  text,
  usually,
  whole,
} from '../../kit'
import type { Shape } from '../../kit'
import { AGE_BANDS, BODY_PARTS, HEALTH_FLAGS, STAGES } from '../../packs'
import { CONSENT_STATES, EMPTY_CARD, COMMITMENT_STATES, WEEKDAYS } from '../card'
import type { StudentCard } from '../card'
import { HOME_MINUTES_MOST, NAME_MOST, NOTE_MOST, packId, WORDS_MOST } from './fields'

const YEARS_MOST = 90
const WORKS_MOST = 40
const ANSWERS_MOST = 60
const LESSON_MINUTES = { least: 10, most: 180 } as const

const said = (most = WORDS_MOST) => usually(text(most), '')

const consent = object({
  state: oneOf(CONSENT_STATES),
  by: said(NAME_MOST),
  on: usually(dayOrNone, ''),
})

const commitmentState = oneOf(COMMITMENT_STATES)
const answers = byKey(text(WORDS_MOST), ANSWERS_MOST)

const formerTeacher = object({
  name: said(NAME_MOST),
  contact: said(),
  told: usually(flag, false),
  maySpeak: usually(flag, false),
  handedOver: said(NOTE_MOST),
})

/** What a card must look like. */
export const cardShape: Shape<StudentCard> = object({
  name: text(NAME_MOST, 1),
  instrument: packId,
  stage: oneOf(STAGES),
  ageBand: oneOf(AGE_BANDS),
  yearsPlayed: number({ least: 0, most: YEARS_MOST }),
  flags: list(oneOf(HEALTH_FLAGS), HEALTH_FLAGS.length),
  injured: usually(list(oneOf(BODY_PARTS), BODY_PARTS.length), []),
  equipment: answers,
  schools: answers,
  homeMinutes: list(whole(0, HOME_MINUTES_MOST), WEEKDAYS, WEEKDAYS),
  lessonMinutes: whole(LESSON_MINUTES.least, LESSON_MINUTES.most),
  whyNow: said(),
  goal: said(),
  correction: said(),
  interests: said(),
  commitments: object({
    'listening-daily': commitmentState,
    'practice-daily': commitmentState,
    'lesson-weekly': commitmentState,
    'group-weekly': commitmentState,
  }),
  consents: object({
    pictures: consent,
    recordings: consent,
    touch: consent,
    'handing-on': consent,
    /** A yes of its own: who looked at what hurt, and what they allow. */
    'health-on': usually(consent, EMPTY_CARD.consents['health-on']),
  }),
  former: usually(nullable(formerTeacher), null),
  works: list(text(WORDS_MOST, 1), WORKS_MOST),
})
