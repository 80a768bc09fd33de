/** Fields that kinds of act have in common, with their limits. */
import { digest, flag, id, nullable, number, oneOf, optional, text, whole } from '../../kit'
import { BODY_PARTS, CONDITIONS, STRANDS, STRENGTHS } from '../../packs'
import { WEEKDAYS } from '../card'
import type { ActId, CaseId, LessonId } from '../../kit'

/** Letters of a name, of a sentence, and of a page. */
export const NAME_MOST = 80
export const WORDS_MOST = 200
export const NOTE_MOST = 2000
/** Minutes of practice a day can hold; ten hours. */
export const HOME_MINUTES_MOST = 600
/** Tries that are counted at once. */
export const TRIES_MOST = 60
/** Letters of a text and of an id in a pack; its schema says the same, so that what a pack says can be kept. */
export const PACK_WORDS_MOST = 2000
export const PACK_ID_MOST = 160
/** Letters of a place in the week: a rung's id behind its fault's. */
const ITEM_MOST = 240
/** Fewest letters that give a reason. */
const REASON_LEAST = 3
const TEMPO = { least: 20, most: 300 } as const

export const actId = id<ActId>()
export const lesson = id<LessonId>()
export const fault = id<CaseId>()
/** What every act in a lesson names. */
export const inLesson = { lesson }
/** What every act on a fault in a lesson names. */
export const inCase = { lesson, case: fault }

/** Id of an entry of a pack. */
export const packId = text(PACK_ID_MOST, 1)
/** A text out of a pack. */
export const packWords = text(PACK_WORDS_MOST)
/** The name of an entry of a pack, or of something made from one. */
export const packEntryName = text(PACK_WORDS_MOST, 1)
/** A sentence. */
export const words = text(WORDS_MOST, 1)
/** A page, or nothing. */
export const note = text(NOTE_MOST)
/** A sentence, or nothing. */
export const line = text(WORDS_MOST)
/** Why the teacher chose against the ranking. */
export const againstRanking = text(WORDS_MOST, REASON_LEAST)
export const itemId = text(ITEM_MOST, 1)

export const strength = oneOf(STRENGTHS)
export const strand = oneOf(STRANDS)
export const condition = oneOf(CONDITIONS)
export const bodyPart = oneOf(BODY_PARTS)
export const prompted = flag
/** The take that shows it, where it was measured and not counted by eye or ear. */
export const byTake = optional(digest)

/** Tries counted at once. */
export const tries = whole(1, TRIES_MOST)
/** How many of them were clean. */
export const clean = whole(0, TRIES_MOST)
/** Beats per minute. */
export const bpm = number(TEMPO)
/** In [0, 1]. */
export const probability = number({ least: 0, most: 1 })
/** Monday 0 … Sunday 6. */
export const weekday = whole(0, WEEKDAYS - 1)
/** Minutes of a block at home. */
export const blockMinutes = number({ least: 0, most: HOME_MINUTES_MOST })
export const weekdayOrNone = nullable(weekday)
