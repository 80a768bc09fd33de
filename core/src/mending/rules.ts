/** When a fault is called mended, when it is looked at again, and when it is stuck. */
import { addDays } from '../kit'
import type { IsoDate } from '../kit'
import type { Look } from './belief'

/** P(mended) asked for before a fault is called mended. */
export const MENDED_AT = 0.95

/** Lessons in a row with a clean look in music, unprompted, asked for; common practice, no source. */
export const CLEAN_LESSONS_ASKED = 2

/** Share of clean tries that makes a look clean: four of five, common practice. */
const CLEAN_SHARE = 0.8

/** Weeks from one clean recheck to the next; common practice, no source. */
const RECHECK_WEEKS = [2, 4, 8] as const

/** Lessons on the same rung after which the remedy is called stuck; common practice. */
export const STUCK_AFTER_LESSONS = 3

/** A lesson with the looks at one fault in it. */
export interface LessonLooks {
  readonly lesson: string
  readonly looks: readonly Look[]
}

/** Whether a look stayed clean: at least four tries in five. */
export function isClean(look: Look): boolean {
  return look.tries > 0 && look.clean / look.tries >= CLEAN_SHARE
}

/** The look counts towards mended: in music, and nobody said the cue first. */
export function isUnprompted(look: Look): boolean {
  return look.setting === 'in-music' && !look.prompted
}

/** Lessons in a row, counted back from the last, whose unprompted looks in music were all clean. */
export function cleanLessonsInARow(lessons: readonly LessonLooks[]): number {
  let row = 0
  for (const { looks } of lessons.toReversed()) {
    const telling = looks.filter(isUnprompted)
    if (telling.length === 0 || !telling.every(isClean)) break
    row += 1
  }
  return row
}

/** The two halves of the mended rule as they stand, and whether both hold. */
export interface MendedRule {
  readonly holds: boolean
  readonly belief: number
  readonly beliefAsked: number
  readonly cleanLessons: number
  readonly cleanLessonsAsked: number
}

/** The mended rule with both its halves, so that the screen can say which one is still missing. */
export function mendedRule(belief: number, lessons: readonly LessonLooks[]): MendedRule {
  const cleanLessons = cleanLessonsInARow(lessons)
  return {
    holds: belief >= MENDED_AT && cleanLessons >= CLEAN_LESSONS_ASKED,
    belief,
    beliefAsked: MENDED_AT,
    cleanLessons,
    cleanLessonsAsked: CLEAN_LESSONS_ASKED,
  }
}

/** The day of the next recheck after so many clean ones; null when the last has been passed. */
export function nextRecheck(from: IsoDate, cleanRechecks: number): IsoDate | null {
  const weeks = RECHECK_WEEKS[cleanRechecks]
  return weeks === undefined ? null : addDays(from, weeks * 7)
}
