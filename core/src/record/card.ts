/** What is known of a student before and between lessons. */
import type { IsoDate } from '../kit'
import type { AgeBand, BodyPart, HealthFlag, Stage } from '../packs'

/** What the studio asks of the home; common practice. */
export const COMMITMENTS = [
  'listening-daily',
  'practice-daily',
  'lesson-weekly',
  'group-weekly',
] as const
/** One of these. */
export type Commitment = (typeof COMMITMENTS)[number]

/** How far a commitment is kept. */
export const COMMITMENT_STATES = ['not-asked', 'kept', 'partly', 'not-kept'] as const
/** One of these answers. */
export type CommitmentState = (typeof COMMITMENT_STATES)[number]

/** What needs a recorded yes before it happens. */
export const CONSENTS = ['pictures', 'recordings', 'touch', 'handing-on', 'health-on'] as const
/** One of the things that need a yes. */
export type ConsentKind = (typeof CONSENTS)[number]

/** How a consent stands. */
export const CONSENT_STATES = ['not-asked', 'given', 'refused'] as const

/** A yes or no, by whom and since when. */
export interface Consent {
  readonly state: (typeof CONSENT_STATES)[number]
  /** Who said so: the student, or a guardian for a child. */
  readonly by: string
  readonly on: IsoDate | ''
}

/** The teacher a student came from. */
export interface FormerTeacher {
  readonly name: string
  readonly contact: string
  /** The former teacher knows of the change. */
  readonly told: boolean
  /** The family allows us to speak with them. */
  readonly maySpeak: boolean
  readonly handedOver: string
}

/** Monday first. */
export const WEEKDAYS = 7

/** All that is known of a student beside the record of lessons. */
export interface StudentCard {
  readonly name: string
  /** Id of the instrument's pack. */
  readonly instrument: string
  readonly stage: Stage
  readonly ageBand: AgeBand
  readonly yearsPlayed: number
  readonly flags: readonly HealthFlag[]
  /** Parts that were hurt before, where an earlier injury is told of; none where nobody said which. */
  readonly injured: readonly BodyPart[]
  readonly equipment: Readonly<Record<string, string>>
  /** Schools in which this student differs from the studio, by topic. */
  readonly schools: Readonly<Record<string, string>>
  /** Minutes of practice at home by weekday, Monday first. */
  readonly homeMinutes: readonly number[]
  readonly lessonMinutes: number
  readonly whyNow: string
  readonly goal: string
  /** How they take correction; asked of the parent for a child. */
  readonly correction: string
  readonly interests: string
  readonly commitments: Readonly<Record<Commitment, CommitmentState>>
  readonly consents: Readonly<Record<ConsentKind, Consent>>
  /** The teacher they came from; null for a student who is new to the instrument. */
  readonly former: FormerTeacher | null
  /** What worked already when they came. */
  readonly works: readonly string[]
}

const NOT_ASKED: Consent = { state: 'not-asked', by: '', on: '' }

/** A card with everything still to be asked. */
export const EMPTY_CARD: StudentCard = {
  name: '',
  instrument: '',
  stage: 'beginner',
  ageBand: 'child',
  yearsPlayed: 0,
  flags: [],
  injured: [],
  equipment: {},
  schools: {},
  homeMinutes: [20, 20, 20, 20, 20, 20, 0],
  lessonMinutes: 30,
  whyNow: '',
  goal: '',
  correction: '',
  interests: '',
  commitments: {
    'listening-daily': 'not-asked',
    'practice-daily': 'not-asked',
    'lesson-weekly': 'not-asked',
    'group-weekly': 'not-asked',
  },
  consents: {
    pictures: NOT_ASKED,
    recordings: NOT_ASKED,
    touch: NOT_ASKED,
    'handing-on': NOT_ASKED,
    'health-on': NOT_ASKED,
  },
  former: null,
  works: [],
}

/** Nobody has changed the minutes every card begins with: it is a guess until home was asked. */
export function minutesGuessed(card: StudentCard): boolean {
  return card.homeMinutes.every((minutes, day) => minutes === EMPTY_CARD.homeMinutes[day])
}

/** Minutes of practice in a week at home. */
export function weekMinutes(card: StudentCard): number {
  return card.homeMinutes.reduce((sum, minutes) => sum + minutes, 0)
}

/** Minutes on an ordinary day: the middle one of those on which there is practice; 0 when there is none. */
export function ordinaryDayMinutes(card: StudentCard): number {
  const days = card.homeMinutes.filter((m) => m > 0).sort((a, b) => a - b)
  return days[Math.floor(days.length / 2)] ?? 0
}
