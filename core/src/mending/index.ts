/** A fault across lessons: how sure we may be that it is mended, and what follows. */
export { afterGap, afterLook, afterRecall, JUST_SETTLED, USUAL_MENDING } from './belief'
export type { GuessKind, Look, MendingParameters, Recall } from './belief'
export { fitMending, PRIOR_TRIES, smooth } from './fitMending'
export type { MendingEvent, MendingFit, MendingHistory } from './fitMending'
export {
  CLEAN_LESSONS_ASKED,
  cleanLessonsInARow,
  isClean,
  isUnprompted,
  MENDED_AT,
  mendedRule,
  nextRecheck,
  STUCK_AFTER_LESSONS,
} from './rules'
export type { LessonLooks, MendedRule } from './rules'
